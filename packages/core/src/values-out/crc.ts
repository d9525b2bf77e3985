const TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let rest = byte
  for (let bit = 0; bit < 8; bit++) rest = rest & 1 ? 0xedb88320 ^ (rest >>> 1) : rest >>> 1
  return rest
})

/** CRC-32 (IEEE 802.3, polynomial 0x04C11DB7 reflected) of a text of ASCII characters, as eight hex digits. */
export function crc32(text: string): string {
  let crc = 0xffffffff
  for (let at = 0; at < text.length; at++) crc = TABLE[(crc ^ text.charCodeAt(at)) & 0xff]! ^ (crc >>> 8)
  return ((crc ^ 0xffffffff) >>> 0).toString(16).toUpperCase().padStart(8, '0')
}
