import { create } from 'zustand'

/** A record that was just added here: the sheet that shows it takes the keys to it, so that its name can be typed at once. */
export const useFresh = create<{ readonly id: string | null }>()(() => ({ id: null }))
