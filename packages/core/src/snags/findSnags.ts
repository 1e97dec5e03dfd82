import type { Production } from '../production/index.ts'
import type { Finding } from './finding.ts'
import { checkExposure, checkRatio } from './checkLight.ts'
import { checkFrameRates, checkMainsFlicker, checkOnceOnly, checkPairs } from './checkShots.ts'
import { checkCircuits } from './checkPower.ts'
import { checkKit } from './checkKit.ts'
import { checkDays } from './checkDays.ts'
import { checkCards } from './checkCards.ts'
import { checkCallSheets } from './checkCallSheets.ts'

/** Every judgement on a production as it stands: what stops you first, then what to watch. */
export function findSnags(production: Production): Finding[] {
  const all = [
    checkExposure,
    checkRatio,
    checkMainsFlicker,
    checkFrameRates,
    checkPairs,
    checkOnceOnly,
    checkCircuits,
    checkKit,
    checkDays,
    checkCards,
    checkCallSheets,
  ].flatMap((check) => check(production))
  return [...all.filter((f) => f.severity === 'stop'), ...all.filter((f) => f.severity === 'watch')]
}
