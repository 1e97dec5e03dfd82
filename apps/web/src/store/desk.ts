import { create } from 'zustand'
import type { ScreenLight } from '../ui/theme/theme.ts'
import type { Position } from '@kavrell/core/records'
import { screenLightByClock } from './screenLightByClock.ts'
import { remember, remembered } from './remember.ts'

/** What belongs to this device alone: its light, the day it looks at, whether lists are open. */
interface Desk {
  /** What was chosen by hand: one of the lights, or whichever the clock of the day asks for. */
  readonly chosen: ScreenLight | 'clock'
  /** The light the screen is in now. */
  readonly light: ScreenLight
  readonly dayId: string | null
  /** Who sits here, by account: sheets are looked at as each likes. */
  readonly person: string
  readonly snagsOpen: boolean
  readonly paletteOpen: boolean
  readonly keysOpen: boolean
  /** Where the ribbon was clicked last; a new object each time. */
  readonly moment: { readonly minute: number } | null
}

const readChoice = (kept: string | null): ScreenLight | 'clock' =>
  kept === 'set' || kept === 'sun' || kept === 'clock' ? kept : 'desk'
const inLight = (chosen: ScreenLight | 'clock', place: Position | null): ScreenLight =>
  chosen === 'clock' ? screenLightByClock(Date.now(), place) : chosen

const first = readChoice(remembered('light'))
export const useDesk = create<Desk>()(() => ({
  chosen: first,
  light: inLight(first, null),
  dayId: null,
  person: remembered('person') ?? '',
  snagsOpen: false,
  paletteOpen: false,
  keysOpen: false,
  moment: null,
}))

let place: Position | null = null
const show = (chosen: ScreenLight | 'clock') => {
  const light = inLight(chosen, place)
  document.documentElement.className = light
  if (useDesk.getState().light !== light || useDesk.getState().chosen !== chosen) useDesk.setState({ chosen, light })
}

export function setScreenLight(chosen: ScreenLight | 'clock'): void {
  remember('light', chosen)
  show(chosen)
}

/** Looks at the clock again, for the sun of a place where the production is. */
export function followClock(at: Position | null): void {
  place = at
  show(useDesk.getState().chosen)
}

/** Signed in here now. */
export function sitsHere(person: string): void {
  remember('person', person)
  if (useDesk.getState().person !== person) useDesk.setState({ person })
}

export const chooseDay = (dayId: string): void => useDesk.setState({ dayId })
export const goToMoment = (minute: number): void => useDesk.setState({ moment: { minute } })
export const showSnags = (snagsOpen: boolean): void => useDesk.setState({ snagsOpen })
export const showPalette = (paletteOpen: boolean): void => useDesk.setState({ paletteOpen })
export const showKeys = (keysOpen: boolean): void => useDesk.setState({ keysOpen })
