export type Units = 'metric' | 'feet'

/** @source international yard and pound agreement, 1959: exact */
const METRES_PER_INCH = 0.0254

/** Digits that mean something: 0.62, 2.1, 14. */
const significant = (value: number): string =>
  Math.abs(value) < 1
    ? value.toFixed(2)
    : Math.abs(value) < 10
      ? value.toFixed(2).replace(/0$/, '')
      : Math.abs(value) < 100
        ? value.toFixed(1).replace(/\.0$/, '')
        : String(Math.round(value))

/** A length for people: "2.06 m", or feet and inches, to half an inch below ten feet: 6' 9". */
export function lengthText(metres: number, units: Units): string {
  if (!Number.isFinite(metres)) return '∞'
  return units === 'feet' ? feetText(metres) : `${significant(metres)} m`
}

function feetText(metres: number): string {
  const inches = Math.abs(metres) / METRES_PER_INCH
  const halves = Math.round(inches * 2)
  const rounded = halves / 2 < 120 ? halves / 2 : Math.round(inches)
  const feet = Math.floor(rounded / 12)
  const rest = rounded - feet * 12
  const restText = `${Math.floor(rest) || (rest % 1 ? '' : '0')}${rest % 1 ? '½' : ''}"`
  const text = feet === 0 ? restText : rest === 0 ? `${feet}'` : `${feet}' ${restText}`
  return metres < 0 ? `−${text}` : text
}

const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`
const METRIC = new RegExp(`^([-−])?${NUMBER}\\s*(mm|cm|m)$`, 'i')
const FEET = new RegExp(`^([-−])?${NUMBER}\\s*(?:'|′|ft|feet|foot)\\s*(?:${NUMBER}?(½)?\\s*(?:"|″|in|inches)?)?$`, 'i')
const INCHES = new RegExp(`^([-−])?${NUMBER}?(½)?\\s*(?:"|″|in|inches)$`, 'i')
const BARE = new RegExp(`^([-−])?${NUMBER}$`)
const METRES_PER: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1 }

const numberOf = (text: string | undefined): number => Number((text ?? '0').replace(',', '.'))

/**
 * Metres from what somebody typed: 2.1, 2,1 m, 210 cm, 6' 11", 6ft 11, 83". A number alone is in the units
 * of the production; anything with a unit means what it says whatever those are. Null if it is no length.
 */
export function parseLength(typed: string, units: Units): number | null {
  const text = typed.trim()
  // To the micrometre: seven feet are 2.1336 m, without the dust of binary fractions.
  const signed = (sign: string | undefined, metres: number) => (Math.round(metres * 1e6) / 1e6) * (sign ? -1 : 1)
  const metric = METRIC.exec(text)
  if (metric) return signed(metric[1], numberOf(metric[2]) * METRES_PER[metric[3]!.toLowerCase()]!)
  const feet = FEET.exec(text)
  if (feet) return signed(feet[1], (numberOf(feet[2]) * 12 + numberOf(feet[3]) + (feet[4] ? 0.5 : 0)) * METRES_PER_INCH)
  const inches = INCHES.exec(text)
  if (inches && (inches[2] || inches[3]))
    return signed(inches[1], (numberOf(inches[2]) + (inches[3] ? 0.5 : 0)) * METRES_PER_INCH)
  const bare = BARE.exec(text)
  return bare ? signed(bare[1], numberOf(bare[2]) * (units === 'feet' ? 12 * METRES_PER_INCH : 1)) : null
}
