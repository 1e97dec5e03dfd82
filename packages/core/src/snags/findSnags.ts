import type { Production } from '../production/index.ts'
import type { Finding } from './finding.ts'
import { checkExposure, checkRatio } from './checkLight.ts'
import { checkOnceOnly } from './checkCover.ts'
import { checkFrameRates, checkMainsFlicker, checkPairs, checkShutterSchool } from './checkShots.ts'
import { checkCircuits } from './checkPower.ts'
import { checkKit } from './checkKit.ts'
import { checkFixedTimes } from './checkFixedTimes.ts'
import { checkHours } from './checkHours.ts'
import { checkPeople } from './checkPeople.ts'
import { checkWindows } from './checkWindows.ts'
import { checkCards } from './checkCards.ts'
import { checkCallSheets } from './checkCallSheets.ts'

/** Every judgement on a production as it stands: what stops you first, then what to watch. */
export function findSnags(production: Production): Finding[] {
  const all = [
    checkExposure,
    checkRatio,
    checkMainsFlicker,
    checkFrameRates,
    checkShutterSchool,
    checkPairs,
    checkOnceOnly,
    checkCircuits,
    checkKit,
    checkWindows,
    checkFixedTimes,
    checkHours,
    checkPeople,
    checkCards,
    checkCallSheets,
  ].flatMap((check) => check(production))
  return [...all.filter((f) => f.severity === 'stop'), ...all.filter((f) => f.severity === 'watch')]
}
