/** A line of money as far as it is reckoned with. Amounts are whole minor units (cents). */
export interface Costed {
  readonly basis: Basis
  readonly quantity: number
  readonly days: number
  readonly unit: 'day' | 'night' | 'job' | 'piece' | 'km' | 'hour' | 'year and medium'
  readonly rateMinor: number
  readonly years: number
  readonly media: number
  readonly growsWith: '' | 'person' | 'camera'
  /** What was really paid, once it is known. */
  readonly actualMinor: number | null
}
/** What is paid for. */
export type Basis = 'fee' | 'rent' | 'own' | 'travel' | 'place' | 'usage' | 'other'

/** Times a rate is paid per piece: by days or nights where it is per day, by years and media for a right to use. */
const times = (line: Costed): number => {
  switch (line.unit) {
    case 'day':
    case 'night':
    case 'hour':
      return line.days
    case 'year and medium':
      return line.years * line.media
    case 'job':
    case 'piece':
    case 'km':
      return 1
  }
}

/**
 * What a line comes to, in minor units, rounded to the nearest. What one owns costs what its line says: write its
 * upkeep, or 0.
 */
export const lineMinor = (line: Costed): number => Math.round(line.quantity * times(line) * line.rateMinor)

export interface Budget {
  readonly totalMinor: number
  /** A share of the total kept for what nobody thought of, rounded up. */
  readonly contingencyMinor: number
  /** Budget less total and what is kept back; under 0 it does not reach. */
  readonly leftMinor: number
  /** Quote less total: what is earned when nothing goes wrong. */
  readonly marginMinor: number
  readonly byBasis: readonly { readonly basis: Basis; readonly minor: number; readonly share: number }[]
  /** Sum of what was really paid on lines that say so, and what those lines were planned at. */
  readonly actualMinor: number
  readonly plannedOfActualMinor: number
}

/** All lines together against the budget and the quote. Largest share first. */
export function budgetOf(
  lines: readonly Costed[],
  given: { budgetMinor: number; quoteMinor: number; contingencyPct: number },
): Budget {
  const totalMinor = lines.reduce((sum, line) => sum + lineMinor(line), 0)
  const contingencyMinor = Math.ceil((totalMinor * given.contingencyPct) / 100)
  const bases = [...new Set(lines.map((line) => line.basis))]
  const paid = lines.filter((line) => line.actualMinor !== null)
  return {
    totalMinor,
    contingencyMinor,
    leftMinor: given.budgetMinor - totalMinor - contingencyMinor,
    marginMinor: given.quoteMinor - totalMinor,
    byBasis: bases
      .map((basis) => {
        const minor = lines.filter((line) => line.basis === basis).reduce((sum, line) => sum + lineMinor(line), 0)
        return { basis, minor, share: totalMinor > 0 ? minor / totalMinor : 0 }
      })
      .sort((a, b) => b.minor - a.minor),
    actualMinor: paid.reduce((sum, line) => sum + line.actualMinor!, 0),
    plannedOfActualMinor: paid.reduce((sum, line) => sum + lineMinor(line), 0),
  }
}

/** What one more costs, and by which lines. */
export interface OneMore {
  readonly minor: number
  readonly lines: readonly number[]
}

/**
 * What one more camera, person or day costs: one more piece of each line that grows with it; a day adds a day to
 * each line that is paid by the day or the night. Only what the lines say: no line, no cost.
 * @returns `lines` are positions in the list given
 */
export function oneMore(lines: readonly Costed[], what: 'camera' | 'person' | 'day'): OneMore {
  const costs = lines.map((line) => {
    if (what !== 'day') return line.growsWith === what ? lineMinor({ ...line, quantity: 1 }) : 0
    return line.unit === 'day' || line.unit === 'night' ? lineMinor({ ...line, days: 1 }) : 0
  })
  return {
    minor: costs.reduce((sum, cost) => sum + cost, 0),
    lines: costs.flatMap((cost, i) => (cost > 0 ? [i] : [])),
  }
}

/** "€ 1,240.50", "EUR" and others by their letters: an amount of minor units as people write it. */
export function moneyText(minor: number, currency: string): string {
  const whole = minor % 100 === 0
  const amount = (Math.abs(minor) / 100).toLocaleString('en-GB', {
    minimumFractionDigits: whole ? 0 : 2,
    maximumFractionDigits: whole ? 0 : 2,
  })
  const sign = { EUR: '€', GBP: '£', USD: '$' }[currency] ?? currency
  return `${minor < 0 ? '−' : ''}${sign} ${amount}`
}

/** Minor units from what people type: "640", "12.50", "12,50", "€ 1,240.50"; null for anything that is no amount. */
export function parseMoney(text: string): number | null {
  const typed = text
    .trim()
    .replace(/^(−|-)?\s*([€£$]|[A-Z]{3})?\s*/, '$1')
    .replace(/\s/g, '')
    .replace('−', '-')
  // The last comma or point with one or two digits after it parts the cents; the others part thousands.
  const match = /^(-?)(\d{1,3}(?:[.,’']\d{3})+|\d+)(?:[.,](\d{1,2}))?$/.exec(typed)
  // The same mark for both would leave it open which it is: an amount is never guessed.
  if (!match || (match[3] !== undefined && /[.,]/.exec(match[2]!)?.[0] === typed.at(-match[3].length - 1))) return null
  const whole = Number(match[2]!.replace(/[.,’']/g, ''))
  const cents = Number((match[3] ?? '0').padEnd(2, '0'))
  return (match[1] ? -1 : 1) * (whole * 100 + cents)
}
