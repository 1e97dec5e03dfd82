import { expose } from 'comlink'
import { type DrawnColour, drawPalette } from '@kavrell/core/colour'

/** Sides of what is looked at: colours of a picture do not need its detail. */
const SIDE_PX = 320

/** Draws the colours out of a picture, off the page's thread; decoding it as well. */
const api = {
  async draw(file: Blob, wanted: number): Promise<DrawnColour[]> {
    const whole = await createImageBitmap(file)
    const scale = Math.min(1, SIDE_PX / Math.max(whole.width, whole.height))
    const [width, height] = [
      Math.max(1, Math.round(whole.width * scale)),
      Math.max(1, Math.round(whole.height * scale)),
    ]
    const canvas = new OffscreenCanvas(width, height)
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.imageSmoothingQuality = 'medium'
    context.drawImage(whole, 0, 0, width, height)
    whole.close()
    return drawPalette(context.getImageData(0, 0, width, height).data, wanted)
  },
}
export type PaletteWorker = typeof api
expose(api)
