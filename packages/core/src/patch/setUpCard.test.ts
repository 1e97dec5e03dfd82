import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { asId, type RecordFields } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { cardFromJob, isSameSetting, ratesOfShots, setUpCard } from './index.ts'

const at = (clock: string) => new Date(`2026-05-14T${clock}:00Z`).toISOString()
const MIDNIGHT = Date.parse('2026-05-13T23:00:00Z')

describe('two settings', () => {
  test.each([
    ['180°', '180'],
    ['25', '25 fps'],
    ['25.00', '25'],
    ['4096 × 2160', '4096x2160'],
    ['23.976', '23.98'],
    ['4300 K', '4300'],
    ['Log, wide', 'log,  WIDE'],
    ['1,5 min', '1.5'],
  ])('%s is %s', (a, b) => expect([isSameSetting(a, b), isSameSetting(b, a)]).toEqual([true, true]))
  test.each([
    ['29.97', '30'],
    ['24', '23.976'],
    ['180', '172.8'],
    ['+1', '+2'],
    ['UTC +1', 'UTC −1'],
    ['log, wide', 'log, flat'],
    ['', '0'],
    ['4096 × 2160', '3840 × 2160'],
    ['800', '8000'],
  ])('%s is not %s', (a, b) => expect([isSameSetting(a, b), isSameSetting(b, a)]).toEqual([false, false]))
})

describe('the card', () => {
  type Look = [line: string, camera: string, shown: string, clock: string]
  const card = (looks: readonly Look[], extra: object = {}, sinceMs: number | null = MIDNIGHT) =>
    setUpCard(
      productionWith({
        camera: { a: { letter: 'A' }, b: { letter: 'B' }, m: { letter: 'M', lineCut: true } },
        setUpLine: {
          look: { name: 'diffusion', wanted: 'quarter', harm: 'watch', rank: 'a0' },
          rate: { name: 'frame rate', wanted: '25', harm: 'stop', rank: 'a1' },
          open: { name: 'codec', wanted: '', harm: 'stop', rank: 'a2' },
        },
        setUpLook: Object.fromEntries(
          looks.map(([line, camera, shown, clock], i) => [`l${i}`, { lineId: asId<'setUpLine'>(line), cameraId: asId<'camera'>(camera), shown, lookedAt: at(clock), version: 10 + i }]), // prettier-ignore
        ),
        ...extra,
      }),
      sinceMs,
    )
  const stands = (looks: readonly Look[], extra?: object, sinceMs?: number | null) =>
    Object.fromEntries(card(looks, extra, sinceMs).rows.flatMap(({ cells }) => cells.map((cell) => [`${cell.line.name} ${cell.camera.letter}`, cell.stands]))) // prettier-ignore

  test('nobody has looked: nothing agrees, and a mixer’s output is no camera', () => {
    const { wanted, looked, agreeing, cameras } = card([])
    expect([wanted, looked, agreeing, cameras.map(({ letter }) => letter)]).toEqual([4, 0, 0, ['A', 'B']])
    expect(stands([])).toEqual({
      'diffusion A': 'not looked at',
      'diffusion B': 'not looked at',
      'frame rate A': 'not looked at',
      'frame rate B': 'not looked at',
      'codec A': 'nothing wanted',
      'codec B': 'nothing wanted',
    })
  })
  test('what differs comes by the harm it does, not by its line', () => {
    const { differing, looked, agreeing } = card([
      ['look', 'a', 'none', '08:00'],
      ['rate', 'b', '30', '08:01'],
      ['rate', 'a', '25 fps', '08:02'],
    ])
    expect(differing.map(({ line, camera, shown }) => [line.name, camera.letter, shown])).toEqual([
      ['frame rate', 'B', '30'],
      ['diffusion', 'A', 'none'],
    ])
    expect([looked, agreeing]).toEqual([3, 1])
  })
  test('the last look counts, by when it was made and not by when it arrived', () => {
    const looks: Look[] = [['rate', 'a', '25', '09:00'], ['rate', 'a', '30', '08:00']] // prettier-ignore
    expect(stands(looks)['frame rate A']).toBe('agrees')
    expect(stands([['rate', 'a', '25', '08:00'], ['rate', 'a', '30', '08:00']])['frame rate A']).toBe('differs') // prettier-ignore
  })
  test('a look of the last job, of yesterday or of before a fresh battery is none', () => {
    const looks: Look[] = [['rate', 'a', '25', '08:00']]
    expect(stands(looks, {}, Date.parse(at('08:01')))['frame rate A']).toBe('before today')
    const battery = (fields: Partial<RecordFields<'batteryChange'>>) => ({ batteryChange: { c: { cameraId: asId<'camera'>('a'), recorderId: null, happenedAt: at('08:30'), ...fields } } }) // prettier-ignore
    expect(stands(looks, battery({}))['frame rate A']).toBe('before power-up')
    expect(stands(looks, battery({ happenedAt: at('07:59') }))['frame rate A']).toBe('agrees')
    expect(stands(looks, battery({ cameraId: asId<'camera'>('b') }))['frame rate A']).toBe('agrees')
    expect(stands([...looks, ['rate', 'a', '25', '08:31']], battery({}))['frame rate A']).toBe('agrees')
    expect(card(looks, battery({})).looked).toBe(0)
  })
  test('that it differs holds over nights and batteries, until it is seen to agree', () => {
    const looks: Look[] = [['rate', 'a', '30', '08:00']]
    const battery = {
      batteryChange: { c: { cameraId: asId<'camera'>('a'), recorderId: null, happenedAt: at('08:30') } },
    }
    expect(stands(looks, battery, Date.parse(at('08:40')))['frame rate A']).toBe('differs')
    expect(stands([...looks, ['rate', 'a', '25', '08:50']], battery, Date.parse(at('08:40')))['frame rate A']).toBe('agrees') // prettier-ignore
  })
  test('a camera that is to be set otherwise on purpose is held to that', () => {
    const extra = { setUpException: { e: { lineId: asId<'setUpLine'>('rate'), cameraId: asId<'camera'>('b'), wanted: '50' } } } // prettier-ignore
    const looks: Look[] = [['rate', 'a', '25', '08:00'], ['rate', 'b', '25', '08:00']] // prettier-ignore
    expect(stands(looks, extra)).toMatchObject({ 'frame rate A': 'agrees', 'frame rate B': 'differs' })
  })
})

test('the job writes the card as far as it knows, and guesses nothing', () => {
  const production = productionWith({
    rules: { shutterSchool: 'half' },
    deliverable: { d: { rateNum: 30_000, rateDen: 1001, dropFrame: true, rasterWidthPx: 3840, rasterHeightPx: 2160 } },
    place: { place: { timeZone: 'Asia/Kolkata' } },
    day: { day: { date: '2026-05-14' } },
    camera: { a: { letter: 'A', nativeIso: 640, stopsItselfMin: 29.98 } },
    card: { c2: { label: 'A10', cameraId: asId('a') }, c1: { label: 'A2', cameraId: asId('a') } },
    soundSource: { s: { name: 'Boom' } },
    soundWay: { w: { sourceId: asId('s'), cameraId: asId('a'), recorderId: null, input: 2 } },
  })
  const lines = Object.fromEntries(cardFromJob(production, planDay(production, 'day') ?? null).map(({ name, wanted, exceptions }) => [name, exceptions[0]?.wanted ?? wanted])) // prettier-ignore
  expect(lines).toEqual({
    'frame rate': '29.97',
    shutter: '180°',
    picture: '3840 × 2160',
    codec: '',
    'colour profile': '',
    'monitor look': '',
    white: '',
    ISO: '640',
    clock: 'UTC +5:30',
    timecode: 'time of day, drop-frame',
    'card, name': 'A2',
    'sound in': '2 Boom',
    'stops itself': '29.98 min',
    diffusion: '',
  })
})

test('a shot goes before its setup, that before the camera, and once neither is in hand the card holds again', () => {
  const lineId = asId<'setUpLine'>('rate')
  const cameraId = asId<'camera'>('a')
  const production = productionWith({
    camera: { a: { letter: 'A' } },
    setup: { E: { letter: 'E' } },
    shot: { s4a: { code: '4A', setupId: 'E' }, s4b: { code: '4B', setupId: 'E' } },
    setUpLine: { rate: { name: 'frame rate', wanted: '25', harm: 'stop', rank: 'a1' } },
    setUpException: { c: { lineId, cameraId, wanted: '50' }, s: { lineId, cameraId, wanted: '100', setupId: 'E' }, one: { lineId, cameraId, wanted: '200', shotId: 's4a' } }, // prettier-ignore
    setUpLook: { l: { lineId, cameraId, shown: '200', lookedAt: at('08:00'), version: 1 } },
  } as never)
  const cell = (shotId: string | null, setupId: string | null) => {
    const { rows } = setUpCard(production, null, shotId || setupId ? { shotId, setupId } : null)
    const { wanted, stands, by } = rows[0]!.cells[0]!
    return [wanted, stands, by?.id ?? null]
  }
  expect(cell('s4a', 'E')).toEqual(['200', 'agrees', 'one'])
  expect(cell('s4b', 'E')).toEqual(['100', 'differs', 's'])
  expect(cell('s9', 'F')).toEqual(['50', 'differs', null])
  expect(cell(null, null)).toEqual(['50', 'differs', null])
})

test('shots at another rate than the card’s are what change it, each once, and none where the card says no rate', () => {
  const production = (wanted: string, extra: object = {}) =>
    productionWith({
      camera: { a: { letter: 'A' } },
      shot: { fast: { code: '4A', cameraId: 'a', fpsNum: 200, fpsDen: 1, rank: 'a' }, plain: { code: '1A', cameraId: 'a', fpsNum: 25, fpsDen: 1, rank: 'b' }, nobody: { code: '9', cameraId: null, fpsNum: 50, fpsDen: 1, rank: 'c' } }, // prettier-ignore
      setUpLine: { rate: { name: 'Frame rate', wanted, rank: 'a1' } },
      ...extra,
    })
  expect(ratesOfShots(production('25'))).toEqual([{ lineId: 'rate', cameraId: 'a', shotId: 'fast', wanted: '200' }])
  expect(ratesOfShots(production(''))).toEqual([])
  const there = { setUpException: { e: { lineId: 'rate', cameraId: 'a', shotId: 'fast', wanted: '200' } } }
  expect(ratesOfShots(production('25', there))).toEqual([])
})
