/** The time zone this device is set to. */
export const timeZoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'Europe/London'

/** The date here, as ISO writes it. */
export const dateHere = (inDays = 0): string => {
  const at = new Date()
  at.setDate(at.getDate() + inDays)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
}
