/** A file that is read where it is needed: a few kilobytes of its head are enough, whatever its size. */
export interface ByteSource {
  readonly size: number
  readonly read: (from: number, to: number) => Promise<Uint8Array>
}

/** A stretch of bytes with the figures in it. Reading past its end is the caller's fault and throws. */
export class Bytes {
  readonly #view: DataView
  readonly length: number
  readonly #bytes: Uint8Array

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes
    this.#view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
    this.length = bytes.length
  }
  u8 = (at: number) => this.#view.getUint8(at)
  u16le = (at: number) => this.#view.getUint16(at, true)
  u32le = (at: number) => this.#view.getUint32(at, true)
  u64le = (at: number) => Number(this.#view.getBigUint64(at, true))
  u16be = (at: number) => this.#view.getUint16(at)
  u32be = (at: number) => this.#view.getUint32(at)
  i32be = (at: number) => this.#view.getInt32(at)
  i64be = (at: number) => Number(this.#view.getBigInt64(at))
  f32le = (at: number) => this.#view.getFloat32(at, true)
  f32be = (at: number) => this.#view.getFloat32(at)
  f64be = (at: number) => this.#view.getFloat64(at)
  u64be = (at: number) => Number(this.#view.getBigUint64(at))
  /** Up to the first zero; what is no UTF-8 is read as Latin. */
  text(from: number, to: number): string {
    const raw = this.#bytes.subarray(from, Math.min(to, this.length))
    const end = raw.indexOf(0)
    const bytes = end < 0 ? raw : raw.subarray(0, end)
    try {
      return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    } catch {
      return new TextDecoder('latin1').decode(bytes)
    }
  }
  code = (at: number) => String.fromCharCode(...this.#bytes.subarray(at, at + 4))
  part = (from: number, to: number) => new Bytes(this.#bytes.subarray(from, Math.min(to, this.length)))
}
