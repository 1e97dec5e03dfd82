import { expect, test } from 'vitest'
import { exposureChain, safeAngles } from './chain.ts'
import { shutterSeconds, stopsBetween } from './exposure.ts'
import { mainsFlicker } from './flicker.ts'

const PLAIN = { tStop: 2.8, nativeIso: 800, mostIso: 3200, fps: 25 }
const SHOT = {
  tStop: 5.6,
  iso: 1600,
  shutterDeg: 90,
  fps: 200,
  ndStops: 0,
  diffusion: 'eighth',
  diffusionStops: 0.5,
  squeeze: 1.8,
}

test('25 to 200 frames a second is three stops, each other link what it is', () =>
  expect(exposureChain(SHOT, PLAIN).links.map((l) => [l.name, l.stops, l.says])).toEqual([
    ['stop', -2, 'T5.6'],
    ['iso', 1, 'ISO 1600'],
    ['shutter', -1, '90°'],
    ['rate', -3, '200 fps for 25'],
    ['nd', -0, 'no ND'],
    ['diffusion', -0.5, 'eighth'],
    ['squeeze', 0, '1.8×, counted in the T-stop'],
  ]))

test('the sum agrees with the exposure formula', () => {
  const side = (tStop: number, iso: number, deg: number, fps: number, ndStops: number) => ({
    tStop,
    iso,
    shutterS: shutterSeconds(deg, fps),
    ndStops,
  })
  expect(exposureChain(SHOT, PLAIN).totalStops).toBeCloseTo(
    stopsBetween(side(2.8, 800, 180, 25, 0), side(5.6, 1600, 90, 200, 0.5)),
    12,
  )
})

test('above what the camera does cleanly, grain is said', () =>
  expect(exposureChain({ ...SHOT, iso: 6400 }, PLAIN).links[1]!.says).toBe('ISO 6400, grain above 3200'))

test.each([
  [24, 50, null, 172.8],
  [25, 50, null, 180],
  [30, 50, null, 216],
  [24, 60, null, 144],
  [25, 50, 60, null],
])('at %s fps, %s Hz and a screen of %s Hz the nearest safe angle to 180° is %s', (fps, mains, screen, angle) => {
  const [nearest] = safeAngles({ shutterDeg: 180, fps }, mains, screen)
  if (angle === null)
    for (const { shutterDeg } of safeAngles({ shutterDeg: 180, fps }, mains, screen)) {
      const t = shutterSeconds(shutterDeg, fps)
      expect([mainsFlicker(t, fps, mains).verdict, mainsFlicker(t, fps, screen / 2).verdict]).not.toContain('beats')
    }
  else expect(nearest!.shutterDeg).toBeCloseTo(angle, 3)
})
