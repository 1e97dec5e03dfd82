import type { Production } from '../records/index.ts'
import { checkBudget, checkDroppedScenes, checkSceneNumbers } from './checkBrief.ts'
import { checkCallSheets } from './checkCallSheets.ts'
import { checkCards } from './checkCards.ts'
import { checkColours, checkPalettes } from './checkColour.ts'
import { checkCues, checkMetered } from './checkCues.ts'
import { checkCueList } from './checkCueList.ts'
import { checkOnceOnly } from './checkCover.ts'
import { checkEvening } from './checkEvening.ts'
import { checkDemands } from './checkDemands.ts'
import { checkFaults } from './checkFaults.ts'
import { checkFixedTimes } from './checkFixedTimes.ts'
import { checkLenses, checkRoomForShots, checkScreens } from './checkLenses.ts'
import { checkHours } from './checkHours.ts'
import { checkHandOvers } from './checkHandOvers.ts'
import { checkCarrying, checkRentals } from './checkInventory.ts'
import { checkKit } from './checkKit.ts'
import { checkColourOfLight } from './checkColourOfLight.ts'
import { checkMovingLight } from './checkDaylight.ts'
import { checkFixedLamps } from './checkFixedLamps.ts'
import { checkLampsInView, checkStandsInView } from './checkInView.ts'
import { checkExposure, checkLampCautions, checkRatio } from './checkLight.ts'
import { checkPairMatch } from './checkMatching.ts'
import { checkCard, checkSetUp, checkSound } from './checkPatch.ts'
import { checkSignals } from './checkSignals.ts'
import { checkCamerasBeside, checkWaters } from './checkBeside.ts'
import { checkPacking } from './checkPacking.ts'
import { checkPeople } from './checkPeople.ts'
import { checkNoise, checkOperators, checkPlaceGaps } from './checkPlaces.ts'
import { checkLine, checkMirrors, checkSpots } from './checkPlan.ts'
import { checkMisplaced, checkReach, checkRoofWindows } from './checkPlacing.ts'
import { checkBatteries, checkCables, checkCircuits, checkMains } from './checkPower.ts'
import {
  checkBackgrounds,
  checkCameraShadows,
  checkGlare,
  checkHazeAndFilter,
  checkPanelsInView,
  checkRoles,
} from './checkSeen.ts'
import { checkFrameRates, checkMainsFlicker, checkPairs, checkShutterSchool, checkSizes } from './checkShots.ts'
import { checkScriptHours } from './checkScript.ts'
import { checkCamerasTogether, checkMustHaves } from './checkTogether.ts'
import { checkWind } from './checkWind.ts'
import { checkWindows } from './checkWindows.ts'
import type { Finding } from './finding.ts'

/** Every judgement on a production as it stands: what stops you first, then what to watch. */
export function findSnags(production: Production): Finding[] {
  const all = [
    checkExposure,
    checkRatio,
    checkColourOfLight,
    checkMovingLight,
    checkFixedLamps,
    checkLampsInView,
    checkStandsInView,
    checkPanelsInView,
    checkGlare,
    checkCameraShadows,
    checkBackgrounds,
    checkHazeAndFilter,
    checkRoles,
    checkCues,
    checkMetered,
    checkMisplaced,
    checkReach,
    checkRoofWindows,
    checkLampCautions,
    checkWind,
    checkBatteries,
    checkCables,
    checkMainsFlicker,
    checkFrameRates,
    checkShutterSchool,
    checkPairs,
    checkSizes,
    checkOnceOnly,
    checkCircuits,
    checkMains,
    checkKit,
    checkRentals,
    checkCarrying,
    checkHandOvers,
    checkPacking,
    checkFaults,
    checkWindows,
    checkDemands,
    checkFixedTimes,
    checkHours,
    checkPeople,
    checkCamerasBeside,
    checkWaters,
    checkCueList,
    checkCard,
    checkSetUp,
    checkSound,
    checkSignals,
    checkCards,
    checkEvening,
    checkCallSheets,
    checkColours,
    checkPalettes,
    checkBudget,
    checkDroppedScenes,
    checkSceneNumbers,
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
    checkCamerasTogether,
    checkMustHaves,
    checkScriptHours,
  ].flatMap((check) => check(production))
  return [...all.filter((f) => f.severity === 'stop'), ...all.filter((f) => f.severity === 'watch')]
}
