/**
 * An evening's copying as a fluid: cards over readers, hubs and drives. Bytes, seconds from 0, bytes per second.
 */
export interface ChainProblem {
  /** A hub or a socket; what passes it passes its parents too. Both directions together share its limit. */
  readonly ports: readonly { readonly id: string; readonly bytesPerS: number; readonly parent: number | null }[]
  readonly readers: readonly { readonly id: string; readonly bytesPerS: number; readonly port: number }[]
  readonly drives: readonly ChainDrive[]
  readonly cards: readonly ChainCard[]
  /** Second stages: a card's copy from one drive to another, once its offload has ended. */
  readonly copies: readonly {
    readonly card: number
    readonly of: number
    readonly to: number
    readonly fromS: number
  }[]
  readonly people: readonly { readonly id: string; readonly thereS: readonly (readonly [number, number])[] }[]
  readonly handlingS: number
  readonly copiesWanted: number
  readonly holdersWanted: number
  /** In which order cards are taken: indices, each once. */
  readonly order: readonly number[]
}

export interface ChainDrive {
  readonly id: string
  readonly readBytesPerS: number
  readonly writeBytesPerS: number
  readonly freeBytes: number
  readonly port: number
  readonly holder: string
}

export interface ChainCard {
  readonly id: string
  readonly bytes: number
  /** When it comes. */
  readonly fromS: number
  /** Where it goes from its reader; nowhere where all of those have it. */
  readonly to: readonly number[]
  readonly readyByS: number | null
  /** Drives that hold a checked copy of it before anything begins. */
  readonly has?: readonly number[]
}

/** One thing done: a card read onto its drives, or a copy from drive to drive. */
export interface ChainStep {
  readonly kind: 'offload' | 'copy'
  readonly card: number
  readonly of: number | null
  readonly to: readonly number[]
  readonly reader: number | null
  readonly person: number | null
  readonly startS: number
  readonly writtenS: number
  /** When each target had been read back, as `to`. */
  readonly checkedS: readonly number[]
  readonly endS: number
}

export interface ChainCourse {
  readonly steps: readonly ChainStep[]
  /** Per card: the first moment with enough checked copies of enough holders; null where there is none. */
  readonly safeS: readonly (number | null)[]
  readonly late: readonly number[]
  /** Had too little room when their turn came. */
  readonly refused: readonly { readonly kind: 'offload' | 'copy'; readonly card: number; readonly to: readonly number[]; readonly atS: number; readonly full: readonly number[] }[] // prettier-ignore
  readonly neverBegun: readonly { readonly kind: 'offload' | 'copy'; readonly card: number; readonly to: readonly number[] }[] // prettier-ignore
  readonly allSafeS: number | null
}
