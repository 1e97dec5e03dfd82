import type { Outcome } from '@kavrell/core/outcome'
import type { FiledProduction, FileFault, Upload } from '@kavrell/contract'

/** A picture of a production file, put down beside it. */
export type FiledPicture = Upload & { readonly path: string }

/** What came of reading a production file. */
export type FileAnswer = Outcome<
  { readonly file: FiledProduction; readonly pictures: readonly FiledPicture[] },
  readonly FileFault[]
>

export const NO_PRODUCTION = 'This file holds more than a production can; is it one?'
