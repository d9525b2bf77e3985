/**
 * An id for what is sent (UUID version 4, RFC 9562). A browser makes such ids itself only on a secure
 * page; random values are there over plain HTTP from another host too.
 */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  bytes[6] = (bytes[6]! & 0x0f) | 0x40
  bytes[8] = (bytes[8]! & 0x3f) | 0x80
  const digits = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('')
  return `${digits.slice(0, 8)}-${digits.slice(8, 12)}-${digits.slice(12, 16)}-${digits.slice(16, 20)}-${digits.slice(20)}`
}
