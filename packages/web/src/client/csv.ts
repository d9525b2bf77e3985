/** A field of separated values, RFC 4180; what a spreadsheet would take for a formula is kept a text. */
function field(value: string | number): string {
  const text = /^[=@\t\r]/.test(String(value)) ? `'${value}` : String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** A head line and the lines below it, RFC 4180. */
export const csvText = (head: readonly string[], lines: readonly (readonly (string | number)[])[]): string =>
  [head, ...lines].map((line) => line.map(field).join(',')).join('\r\n') + '\r\n'
