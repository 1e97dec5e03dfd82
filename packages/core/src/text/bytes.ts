/** Value and decimal unit to print bytes with: 1 GB is 10⁹ bytes, as on the label of the card. */
export function formatBytesParts(bytes: number): { value: number; unit: 'B' | 'kB' | 'MB' | 'GB' | 'TB' } {
  const units = ['B', 'kB', 'MB', 'GB', 'TB'] as const
  const power = bytes < 1000 ? 0 : Math.min(4, Math.floor(Math.log10(bytes) / 3))
  return { value: bytes / 1000 ** power, unit: units[power]! }
}

/** "1.03 TB", "840 MB": bytes as people say them. */
export function sayBytes(bytes: number): string {
  const { value, unit } = formatBytesParts(bytes)
  return `${unit === 'B' ? value : value >= 100 ? Math.round(value) : value.toPrecision(3)} ${unit}`
}
