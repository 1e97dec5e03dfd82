/** How plain samples stand in their bytes; the channels of one moment together, one after another. */
export interface PlainLayout {
  readonly channels: number
  /** Bytes of one sample of all channels. */
  readonly frameBytes: number
  readonly isFloat: boolean
  readonly isBigEndian: boolean
}

/** Samples of one channel out of the bytes of a sound's data, -1 to 1; 16, 24 or 32 bits, whole or floating. */
export function samplesIn(bytes: Uint8Array, layout: PlainLayout, channel = 0): Float32Array {
  const { frameBytes: frame, channels, isFloat, isBigEndian } = layout
  const width = Math.floor(frame / channels)
  const isLittle = !isBigEndian
  const count = Math.floor(bytes.length / frame)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const out = new Float32Array(count)
  for (let i = 0, at = channel * width; i < count; i++, at += frame) {
    if (isFloat) out[i] = width === 8 ? view.getFloat64(at, isLittle) : view.getFloat32(at, isLittle)
    else if (width === 2) out[i] = view.getInt16(at, isLittle) / 32768
    else if (width === 3)
      out[i] = (isLittle ? view.getUint8(at) | (view.getInt16(at + 1, true) << 8) : (view.getInt16(at) << 8) | view.getUint8(at + 2)) / 8388608 // prettier-ignore
    else if (width === 4) out[i] = view.getInt32(at, isLittle) / 2147483648
    else out[i] = (view.getUint8(at) - 128) / 128
  }
  return out
}

/** A WAV of 16 bits. */
export function waveOf(
  samples: Float32Array,
  sampleRate: number,
  chunks: readonly { readonly id: string; readonly bytes: Uint8Array }[] = [],
): Uint8Array {
  // prettier-ignore
  const extra = chunks.reduce((sum, { bytes }) => sum + 8 + bytes.length + (bytes.length % 2), 0)
  const file = new Uint8Array(44 + extra + samples.length * 2)
  const view = new DataView(file.buffer)
  const put = (at: number, text: string) => {
    for (const [i, letter] of [...text].entries()) file[at + i] = letter.charCodeAt(0)
  }
  put(0, 'RIFF')
  view.setUint32(4, file.length - 8, true)
  put(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, sampleRate, true)
  view.setUint32(28, sampleRate * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  let at = 36
  for (const { id, bytes } of chunks) {
    put(at, id)
    view.setUint32(at + 4, bytes.length, true)
    file.set(bytes, at + 8)
    at += 8 + bytes.length + (bytes.length % 2)
  }
  put(at, 'data')
  view.setUint32(at + 4, samples.length * 2, true)
  for (let i = 0; i < samples.length; i++) view.setInt16(at + 8 + 2 * i, Math.round(Math.max(-1, Math.min(1, samples[i]!)) * 32767), true) // prettier-ignore
  return file
}
