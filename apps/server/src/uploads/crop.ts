import sharp from 'sharp'

/** The part of a picture that a frame shape keeps, as large as it fits, at a place from 0 to 1 each way. For print. */
export async function cropTo(bytes: Buffer, aspect: number, x: number, y: number): Promise<Buffer> {
  const { width, height } = await sharp(bytes).metadata()
  const w = Math.max(1, Math.min(width, Math.round(height * aspect))),
    h = Math.max(1, Math.min(height, Math.round(width / aspect)))
  return sharp(bytes)
    .extract({ left: Math.round((width - w) * x), top: Math.round((height - h) * y), width: w, height: h })
    .resize({ width: 900, withoutEnlargement: true })
    .jpeg({ quality: 80 })
    .toBuffer()
}
