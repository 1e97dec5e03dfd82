import { create } from 'zustand'
import type { Light } from '../ui/theme.ts'

/** What belongs to this device alone: its light, the day it looks at, whether lists are open. */
interface Desk {
  readonly light: Light
  readonly dayId: string | null
  readonly snagsOpen: boolean
  readonly paletteOpen: boolean
  readonly keysOpen: boolean
  /** Where the ribbon was clicked last; a new object each time. */
  readonly moment: { readonly minute: number } | null
}

const remembered = (name: string) => {
  try {
    return localStorage.getItem(`kavrell.${name}`)
  } catch {
    return null
  }
}
const remember = (name: string, value: string) => {
  try {
    localStorage.setItem(`kavrell.${name}`, value)
  } catch {
    /* a private window keeps nothing, which is fine */
  }
}

const light = remembered('light')
export const useDesk = create<Desk>()(() => ({
  light: light === 'set' || light === 'sun' ? light : 'desk',
  dayId: null,
  snagsOpen: false,
  paletteOpen: false,
  keysOpen: false,
  moment: null,
}))

export function setLight(next: Light): void {
  remember('light', next)
  document.documentElement.className = next
  useDesk.setState({ light: next })
}
export const chooseDay = (dayId: string): void => useDesk.setState({ dayId })
export const goToMoment = (minute: number): void => useDesk.setState({ moment: { minute } })
export const showSnags = (snagsOpen: boolean): void => useDesk.setState({ snagsOpen })
export const showPalette = (paletteOpen: boolean): void => useDesk.setState({ paletteOpen })
export const showKeys = (keysOpen: boolean): void => useDesk.setState({ keysOpen })
