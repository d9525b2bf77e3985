/** The zones that this browser knows; none where it cannot say. */
export const timeZones = (): string[] => (typeof Intl.supportedValuesOf === 'function' ? Intl.supportedValuesOf('timeZone') : [])

/** The zone that this tablet runs in. */
export const zoneHere = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'
