import { expect, test } from 'vitest'
import { lampFamilies, LAMP_LIBRARY, PANEL_LIBRARY, usualCctK } from './index.ts'

test('the library has forty kinds of lamp and more, each once, and none that cannot be', () => {
  expect(LAMP_LIBRARY.length).toBeGreaterThanOrEqual(40)
  expect(new Set(LAMP_LIBRARY.map((l) => l.key)).size).toBe(LAMP_LIBRARY.length)
  expect(new Set(LAMP_LIBRARY.map((l) => l.name)).size).toBe(LAMP_LIBRARY.length)
  expect(lampFamilies().flatMap(([, kinds]) => kinds)).toHaveLength(LAMP_LIBRARY.length)
  for (const lamp of LAMP_LIBRARY) {
    // All its light, as a power of the cosine spreads it: what an electric lamp of its watts can send out at the most.
    const power = Math.log(0.5) / Math.log(Math.cos((lamp.beamDeg / 360) * Math.PI))
    const lumens = (2 * Math.PI * lamp.luxAt1m) / (power + 1)
    if (lamp.watts > 0) expect([lamp.key, lumens / lamp.watts < 160]).toEqual([lamp.key, true])
    const [warm, cold] = lamp.cctK
    expect(warm).toBeLessThanOrEqual(cold)
    expect(usualCctK(lamp)).toBeGreaterThanOrEqual(warm)
    expect(usualCctK(lamp)).toBeLessThanOrEqual(cold)
  }
})
test('cloths take more the heavier they are, and what is put up has a key of its own', () => {
  expect(new Set(PANEL_LIBRARY.map((p) => p.key)).size).toBe(PANEL_LIBRARY.length)
  const loss = (word: string) => PANEL_LIBRARY.find((p) => p.key.startsWith(`cloth-${word}`))!.lossStops
  expect(loss('quarter')).toBeLessThan(loss('half'))
  expect(loss('half')).toBeLessThan(loss('full'))
})
