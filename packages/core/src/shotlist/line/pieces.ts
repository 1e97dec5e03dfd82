import type { RecordFields } from '../../records/index.ts'
import type { ShotSize } from '../size.ts'
import type { Token } from './tokens.ts'

/**
 * How sure a word is a field. `always`: by its own form, wherever it stands (T2.8, 180 fps, CU). `apart`: where no
 * word of a sentence stands beside it (left, quiet, night). `unled`: where no word such as "the" or "with" leads to it
 * (close, wide).
 */
export type Sure = 'always' | 'apart' | 'unled'

/** What one or more words of a line may be taken for. */
export interface Piece {
  /** How many words it takes. */
  readonly words: number
  readonly field: string
  readonly says: string
  readonly sure: Sure
  readonly values?: Partial<RecordFields<'shot'>>
  readonly size?: ShotSize
  /** A time of exposure in seconds; an angle once the frame rate is known. */
  readonly exposureS?: number
  readonly problem?: string
}

/** Reads the words from a place on; null when they are not its own. */
export type Reader = (tokens: readonly Token[], at: number) => Piece | null
