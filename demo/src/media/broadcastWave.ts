const latin = (s: string, length: number) => {
  const b = Buffer.alloc(length)
  b.write(s, 'latin1')
  return b
}
const chunk = (id: string, body: Buffer) => {
  const head = Buffer.alloc(8)
  head.write(id, 'latin1')
  head.writeUInt32LE(body.length, 4)
  return Buffer.concat([head, body, Buffer.alloc(body.length % 2)])
}

export interface Sound {
  readonly description: string
  readonly date: string
  readonly time: string
  /** Samples a second. */
  readonly rate: number
  readonly samplesSinceMidnight: number
  readonly seconds: number
  readonly toneHz: number
}

/**
 * A Broadcast Wave file, 16 bit mono, with a quiet tone.
 * @source EBU Tech 3285: `bext` chunk, version 1; time reference in samples since midnight
 */
export function broadcastWave(sound: Sound): Buffer {
  const { rate } = sound
  const count = Math.round(sound.seconds * rate)
  const samples = Buffer.alloc(count * 2)
  for (let i = 0; i < count; i++)
    samples.writeInt16LE(Math.round(2000 * Math.sin((2 * Math.PI * sound.toneHz * i) / rate)), i * 2)
  const reference = Buffer.alloc(8)
  reference.writeBigUInt64LE(BigInt(sound.samplesSinceMidnight))
  const version = Buffer.alloc(2)
  version.writeUInt16LE(1)
  const bext = Buffer.concat([
    latin(sound.description, 256),
    latin('Kavrell demo', 32),
    latin('', 32),
    latin(sound.date, 10),
    latin(sound.time, 8),
    reference,
    version,
    Buffer.alloc(254),
  ])
  const format = Buffer.alloc(16)
  for (const [offset, value, bytes] of [
    [0, 1, 2],
    [2, 1, 2],
    [4, rate, 4],
    [8, rate * 2, 4],
    [12, 2, 2],
    [14, 16, 2],
  ] as const)
    format.writeUIntLE(value, offset, bytes)
  const body = Buffer.concat([
    Buffer.from('WAVE', 'latin1'),
    chunk('bext', bext),
    chunk('fmt ', format),
    chunk('data', samples),
  ])
  return Buffer.concat([
    Buffer.from('RIFF', 'latin1'),
    (() => {
      const b = Buffer.alloc(4)
      b.writeUInt32LE(body.length)
      return b
    })(),
    body,
  ])
}
