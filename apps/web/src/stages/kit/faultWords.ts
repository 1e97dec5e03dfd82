import type { Isolation, Verdict } from '@kavrell/core/faults'

/** What is known of where a fault is. That it is a part is said only where it came back with it. */
export function sayFound({ found, isNoneOfThem, suspects }: Isolation): string {
  if (found?.verdict === 'shown') return `it is the ${found.part}`
  if (found) return `likely the ${found.part}, not proved`
  if (isNoneOfThem) return 'none of the parts by itself'
  const cleared = suspects.filter(({ verdict }) => verdict === 'cleared').length
  return cleared > 0 ? `not the ${suspects.filter(({ verdict }) => verdict === 'cleared').map(({ part }) => part).join(', ')}` : 'nothing tried yet' // prettier-ignore
}

export const VERDICTS: Readonly<Record<Verdict, string>> = {
  'not tried': 'not tried',
  cleared: 'it is not this',
  likely: 'gone with another one',
  shown: 'gone with another, back with the same',
  'came and went': 'came and went',
}
