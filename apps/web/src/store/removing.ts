import { create } from 'zustand'
import type { KindName } from '@kavrell/core/records'

/** What is to go and is still in use: somebody is asked what becomes of what uses it. */
interface Removing {
  readonly kind: KindName
  readonly ids: readonly string[]
  readonly name: string
}

export const useRemoving = create<{ asked: Removing | null }>(() => ({ asked: null }))

export const askRemoval = (asked: Removing) => useRemoving.setState({ asked })
