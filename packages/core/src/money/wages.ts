/** What somebody is paid by, in minor units of money. */
export interface Terms {
  readonly rateMinor: number
  readonly rateFor: 'hour' | 'half day' | 'day' | 'job'
  /** Minutes that the rate is for at the most; of an hourly rate, the minutes from which on it is overtime. */
  readonly rateMin: number
  /** Of the hourly rate, for what goes beyond. */
  readonly overtimePct: number
}

/** What a day costs of somebody. */
export interface Wage {
  readonly baseMinor: number
  readonly overtimeMin: number
  readonly overtimeMinor: number
}

const NOTHING: Wage = { baseMinor: 0, overtimeMin: 0, overtimeMinor: 0 }

/**
 * What somebody is paid for a day from call to release, rounded to the nearest minor unit. A day's or half day's rate
 * is paid whole and has overtime beyond its minutes; whoever is paid for the job has none, and is paid once.
 * @param minutes from call to release, 0 or more
 * @param isFirst the first day on which they are there: what is for the job is paid with it
 */
export function wageOf({ rateMinor, rateFor, rateMin, overtimePct }: Terms, minutes: number, isFirst: boolean): Wage {
  if (rateFor === 'job') return isFirst ? { ...NOTHING, baseMinor: rateMinor } : NOTHING
  const overtimeMin = Math.max(0, minutes - rateMin)
  const hourMinor = rateFor === 'hour' ? rateMinor : rateMin > 0 ? (rateMinor / rateMin) * 60 : 0
  return {
    baseMinor: rateFor === 'hour' ? Math.round(((minutes - overtimeMin) / 60) * rateMinor) : rateMinor,
    overtimeMin,
    overtimeMinor: Math.round((overtimeMin / 60) * hourMinor * (overtimePct / 100)),
  }
}
