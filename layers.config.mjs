/**
 * Folders as layers: a folder imports what stands in rows above its own, nothing beside it and nothing below. A new folder gets
 * its place here; lint refuses one that has none. docs/architecture.md draws the same.
 */
export const LAYERS = {
  'packages/core/src': [
    ['length', 'canonical', 'fit', 'life', 'load', 'mistake', 'shift'],
    ['angle', 'touch', 'uncertainty'],
    ['machine', 'gauge'],
    ['assembly', 'limits', 'observed', 'register'],
    ['scene', 'working'],
    ['drawing', 'reach', 'standing'],
    ['routine', 'handover'],
    ['tip', 'slip', 'tool'],
    ['picture'],
    ['check', 'counter-check', 'values-out'],
    ['edits', 'find/zero', 'find/tool'],
    ['find/lathe-tool', 'find/state'],
    ['find/wear', 'find/calibrate'],
    ['assessment', 'preset', 'program'],
    ['catalogue'],
    ['setup'],
    ['chain'],
  ],
  'packages/server/src': [
    ['base/db', 'base/files', 'base/live'],
    ['base/http', 'sign-in'],
    ['ledger', 'drafts', 'faults', 'find', 'plan', 'practice', 'remarks', 'shop', 'workpieces'],
    ['assemblies', 'gauges', 'people', 'seal'],
    ['entries', 'exchange'],
    ['machine-link', 'machines', 'setups'],
    ['programs'],
    ['floor'],
    ['handover', 'setup-record', 'verify'],
  ],
  'packages/web/src': [
    ['client'],
    ['ui'],
    ['parts'],
    ['routine', 'places/people'],
    ['places/floor', 'places/gauges', 'places/handover', 'places/practice', 'places/programs', 'places/sign-in'],
    ['places/ledger', 'places/machines'],
    ['places/exchange', 'places/routine', 'places/tools'],
    ['places/setup'],
    ['places/parts'],
    ['shell'],
  ],
}
