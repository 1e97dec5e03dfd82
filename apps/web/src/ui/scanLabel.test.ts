import jsQR from 'jsqr'
import { encode } from 'uqr'
import { expect, test } from 'vitest'
import { thingOnLabel } from './ScanLabel.tsx'

const ID = '019a1b2c-3d4e-7f50-8a61-b2c3d4e5f607'

/** The picture of a square, as a camera would give it: dark is dark, with a margin, some pixels for each dot. */
function pictureOf(text: string, dot = 4) {
  const { data, size } = encode(text, { border: 4 })
  const wide = size * dot
  const pixels = new Uint8ClampedArray(wide * wide * 4).fill(255)
  for (let y = 0; y < wide; y++)
    for (let x = 0; x < wide; x++)
      if (data[Math.floor(y / dot)]![Math.floor(x / dot)]) pixels.fill(0, (y * wide + x) * 4, (y * wide + x) * 4 + 3)
  return { pixels, wide }
}

test('a label that is read says which thing it is of', () => {
  const { pixels, wide } = pictureOf(`http://127.0.0.1:4310/p/${ID.replace('019a', '019b')}/offload#${ID}`)
  expect(thingOnLabel(jsQR(pixels, wide, wide)!.data)).toBe(ID)
})

test('other squares are none of ours', () => {
  for (const other of ['https://example.org', `/p/${ID}/offload`, `x#${ID}`, '', `/p/${ID}/offload#${ID}?x`])
    expect(thingOnLabel(other)).toBeNull()
})
