import { pictureUrl } from '../store/pictures.ts'
import type { RecordOf } from '@kavrell/core/records'

/** An uploaded picture, small unless it is shown large. */
export const Picture = ({
  picture,
  width,
  height,
}: {
  picture: Pick<RecordOf<'picture'>, 'fileId' | 'caption'>
  width: number | string
  height?: number
}) => (
  <img
    src={pictureUrl(picture.fileId, typeof width === 'string' || width <= 480)}
    alt={picture.caption || 'picture'}
    loading="lazy"
    style={{ width, height, objectFit: 'cover', display: 'block' }}
  />
)
