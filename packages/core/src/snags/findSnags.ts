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
import { checkColours, checkPalettes } from './checkColour.ts'
import { checkBudget, checkDroppedScenes } from './checkBrief.ts'
import { checkPairMatch } from './checkMatching.ts'
import { checkLenses, checkRoomForShots, checkScreens } from './checkGlass.ts'
import { checkLine, checkMirrors, checkSpots } from './checkPlan.ts'
import { checkNoise, checkOperators, checkPlaceGaps } from './checkPlaces.ts'

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
    checkColours,
    checkPalettes,
    checkBudget,
    checkDroppedScenes,
    checkPairMatch,
    checkLenses,
    checkRoomForShots,
    checkScreens,
    checkSpots,
    checkLine,
    checkMirrors,
    checkPlaceGaps,
    checkNoise,
    checkOperators,
  ].flatMap((check) => check(production))
  return [...all.filter((f) => f.severity === 'stop'), ...all.filter((f) => f.severity === 'watch')]
}
