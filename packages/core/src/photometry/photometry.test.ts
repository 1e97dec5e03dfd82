import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import vectors from '../../vectors/photometry.json'
import { type Vec } from '../geometry/index.ts'
import { mustBe } from '../outcome/index.ts'
import { placedRow, type PlacedRow } from '../testing/index.ts'
import { angleAtShare, brightest, candelaAt, fluxLm, readPhotometricFile, towards } from './index.ts'

const fileOf = (name: string) => readFileSync(new URL(`../../vectors/${name}`, import.meta.url), 'utf8')
const within = (actual: number, wanted: number, share: number) =>
  expect(Math.abs(actual - wanted), `${actual} for ${wanted}`).toBeLessThanOrEqual(Math.abs(wanted) * share + 1e-6)

interface FileRow {
  file: string
  valid: boolean
  multiplier: number
  input_watts: number
  lumens_per_lamp: number
  width: number
  length: number
  height: number
  vertical_count: number
  horizontal_count: number
  vertical_first_last: [number, number]
  horizontal_first_last: [number, number]
  max_candela: number
  max_candela_at: { c_deg: number; gamma_deg: number }
  center_candela: number
  luminous_flux_lm: number
  beam_angle_50_deg?: number
  field_angle_10_deg?: number
}
const files = vectors.ies_files as unknown as FileRow[]

describe('photometric files against another reader', () => {
  test.each(files.filter((f) => f.valid))('$file', (row) => {
    const file = mustBe(readPhotometricFile(fileOf(row.file)))
    const { light } = file
    expect(file).toMatchObject({
      multiplier: row.multiplier,
      watts: row.input_watts,
      lumensPerLamp: row.lumens_per_lamp,
      widthM: row.width,
      lengthM: row.length,
      heightM: row.height,
      units: 'metres',
    })
    expect([light.gammaDeg.length, light.planesDeg.length]).toEqual([row.vertical_count, row.horizontal_count])
    expect([light.gammaDeg[0], light.gammaDeg.at(-1)]).toEqual(row.vertical_first_last)
    expect([light.planesDeg[0], light.planesDeg.at(-1)]).toEqual(row.horizontal_first_last)
    expect(brightest(light)).toEqual({
      candela: row.max_candela,
      gammaDeg: row.max_candela_at.gamma_deg,
      planeDeg: row.max_candela_at.c_deg,
    })
    within(candelaAt(light, 0, 0), row.center_candela, 1e-6)
    within(fluxLm(light), row.luminous_flux_lm, 1e-6)
    if (row.beam_angle_50_deg) within(angleAtShare(light, 0.5)!, row.beam_angle_50_deg, 1e-6)
    if (row.field_angle_10_deg) within(angleAtShare(light, 0.1)!, row.field_angle_10_deg, 1e-6)
  })
  test.each([
    ['ies/bad_counts.ies', 'too-few', /^Line \d+: the file ends before candela/],
    ['ies/bad_no_tilt.ies', 'no-tilt', /^Line 9: the TILT= line is missing/],
    ['ies/bad_non_numeric.ies', 'not-a-number', /^Line \d+: “.+” is no number/],
  ])('%s is refused with its line', (name, code, says) => {
    const read = readPhotometricFile(fileOf(name))
    expect(read.ok ? null : read.error).toMatchObject({ code, says: expect.stringMatching(says) as string })
  })
})

describe('files that lie', () => {
  const head = 'IESNA:LM-63-1995\n[LUMINAIRE] Made up\nTILT=NONE\n'
  const whole = `${head}1 1000 1 3 1 1 2 0 0 0\n1 1 100\n0 45 90\n0\n100 50 0\n`
  test('the whole one is read', () => expect(readPhotometricFile(whole).ok).toBe(true))
  test.each([
    ['more figures than counts say', `${whole}7 8 9`, 'too-many', /^Line 9: more figures/],
    ['an angle that goes back', whole.replace('0 45 90', '0 45 40'), 'out-of-range', /vertical angle 3 is 40/],
    ['light less than none', whole.replace('100 50 0', '100 -50 0'), 'out-of-range', /candela value is -50/],
    ['NaN', whole.replace('100 50 0', '100 NaN 0'), 'not-a-number', /“NaN” is no number \(candela 2 of 3/],
    ['a count of letters', whole.replace('1 1000 1 3', '1 1000 1 x'), 'not-a-number', /number of vertical angles/],
    ['a million angles', whole.replace('1 1000 1 3', '1 1000 1 1000000'), 'out-of-range', /from 2 to 1000/],
    ['type B', whole.replace('3 1 1 2', '3 1 2 2'), 'not-type-c', /type B/],
    ['planes to 270', whole.replace('3 1 1 2', '3 2 1 2').replace('\n0\n', '\n0 270\n'), 'out-of-range', /from 0 to 270/], // prettier-ignore
    ['an exponent beyond all', whole.replace('100 50 0', '1e999 50 0'), 'out-of-range', /beyond all numbers/],
    ['ten megabytes', whole + ' '.repeat(10_000_000), 'too-large', /at most 2 MB; this one has 10.0/],
    ['nothing at all', '', 'no-tilt', /^Line 1/],
  ])('%s', (_, text, code, says) => {
    const read = readPhotometricFile(text)
    expect(read.ok ? null : read.error).toMatchObject({ code, says: expect.stringMatching(says) as string })
  })
  test('any text is read or refused in words, and never throws', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('0', '1', '90', 'x', '-1', '1e3', ' ', '\n', 'TILT=NONE\n', '2.5'), { maxLength: 80 }),
        (words) => {
          // prettier-ignore
          const read = readPhotometricFile(words.join(' '))
          return read.ok || /^Line \d+: .+\.$/.test(read.error.says)
        },
      ),
    ))
  test('feet are metres, and the multiplier and ballast factor are in the candela', () => {
    const feet = whole.replace('3 1 1 2 0 0 0', '3 1 1 1 1 2 0').replace('1 1000 1 ', '1 1000 2 ').replace('1 1 100', '0.5 1 100') // prettier-ignore
    const file = mustBe(readPhotometricFile(feet))
    expect(file.widthM).toBeCloseTo(0.3048, 9)
    expect(candelaAt(file.light, 45, 0)).toBe(50)
  })
  test('a tilt table within the file is stepped over', () => {
    const tilted = whole.replace('TILT=NONE', 'TILT=INCLUDE\n1\n3\n0 45 90\n1 0.9 0.8')
    expect(candelaAt(mustBe(readPhotometricFile(tilted)).light, 0, 0)).toBe(100)
  })
})

describe('a placed luminaire against reference rows', () => {
  interface Row {
    id: string
    kind: string
    input: { luminaire?: PlacedRow; luminaires?: PlacedRow[]; point: Vec; normal: Vec }
    expected: Record<string, number> & { each?: number[] }
  }
  const rows = (kind: string) => (vectors.rows as unknown as Row[]).filter((row) => row.kind === kind)
  const lux = (given: PlacedRow, point: Vec, normal: Vec) => {
    const placed = placedRow(given, fileOf)
    const away: Vec = [point[0] - placed.at[0], point[1] - placed.at[1], point[2] - placed.at[2]]
    const r = Math.hypot(...away)
    const found = towards(placed, [away[0] / r, away[1] / r, away[2] / r])
    const cos = -(away[0] * normal[0] + away[1] * normal[1] + away[2] * normal[2]) / r / Math.hypot(...normal)
    return { ...found, cos, lux: cos > 0 ? (found.candela * cos) / r ** 2 : 0 }
  }
  test.each(rows('illuminance_single'))('$id', ({ input, expected: e }) => {
    const found = lux(input.luminaire!, input.point, input.normal)
    within(found.lux, e['lux']!, 1e-4)
    expect(found.gammaDeg).toBeCloseTo(e['gamma_deg']!, 4)
    if (e['gamma_deg']! > 0.01 && e['gamma_deg']! < 179.9) expect(Math.abs(((found.planeDeg - e['c_deg']! + 540) % 360) - 180)).toBeLessThan(1e-3) // prettier-ignore
  })
  test.each(rows('illuminance_sum'))('$id', ({ input, expected: e }) => {
    const each = input.luminaires!.map((one) => lux(one, input.point, input.normal).lux)
    each.forEach((found, i) => within(found, e.each![i]!, 1e-4))
    within(each.reduce((sum, one) => sum + one, 0), e['lux']!, 1e-4) // prettier-ignore
  })
})

test('a lamp of one brightness in all directions sends out 4π lumen a candela, whatever planes are given', () =>
  fc.assert(
    fc.property(fc.constantFrom([0], [0, 45, 90], [0, 90, 180], [0, 120, 240, 360], [90, 180, 270]), (planesDeg) => {
      const gammaDeg = [0, 10, 35, 90, 120, 180]
      const light = { gammaDeg, planesDeg, candela: planesDeg.map(() => gammaDeg.map(() => 100)) }
      expect(fluxLm(light)).toBeCloseTo(400 * Math.PI, 6)
      for (const c of [0, 33, 91, 179, 222, 359]) expect(candelaAt(light, 77, c)).toBe(100)
    }),
  ))
