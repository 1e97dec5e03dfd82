export type CsvCell = string | number | boolean | null

/**
 * RFC 4180 text with CRLF line ends. Cells that a spreadsheet would run as a formula are given a leading
 * apostrophe; numbers stay numbers.
 */
export function toCsv(head: readonly string[], rows: readonly (readonly CsvCell[])[]): string {
  return [head, ...rows].map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n'
}

function cell(value: CsvCell): string {
  if (value === null) return ''
  if (typeof value !== 'string') return String(value)
  const safe = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}
