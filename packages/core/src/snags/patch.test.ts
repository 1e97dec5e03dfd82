import { describe, expect, test } from 'vitest'
import { asId, type Production, tryChanges, withNewIds } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkCard, checkSetUp, checkSound } from './checkPatch.ts'

const at = (clock: string) => `2026-05-14T${clock}:00.000Z`

describe('a camera that was seen to be set otherwise', () => {
  const seen = (shown: string, harm: 'stop' | 'watch' = 'stop', extra: object = {}) =>
    checkSetUp(
      productionWith({
        camera: { d: { letter: 'D' } },
        setUpLine: { rate: { name: 'frame rate', wanted: '25', harm } },
        setUpLook: { l: { lineId: asId('rate'), cameraId: asId('d'), shown, lookedAt: at('08:00') } },
        ...extra,
      }),
    )
  test('stops where it spoils the pictures, and is to be watched where it does not', () => {
    expect(seen('30').map(({ severity, says }) => [severity, says])).toEqual([['stop', 'D was seen with frame rate 30; 25 is wanted. Set it, and look again.']]) // prettier-ignore
    expect(seen('30', 'watch').map(({ severity }) => severity)).toEqual(['watch'])
  })
  test('is quiet once it agrees, and says nothing of what nobody saw', () => {
    expect(seen('25 fps')).toEqual([])
    expect(seen('25', 'stop', { setUpLook: {} })).toEqual([])
  })
})

describe('a card that was written before the job changed', () => {
  const card = (wanted: Record<string, string>, extra: Parameters<typeof productionWith>[0] = {}) =>
    productionWith({
      deliverable: { d: { rateNum: 25, rateDen: 1, rasterWidthPx: 3840, rasterHeightPx: 2160 } },
      place: { place: { timeZone: 'Europe/Lisbon' } },
      // The night in which clocks go back: it begins by summer time.
      day: { day: { date: '2026-10-24', placeId: asId('place'), callMin: 18 * 60 } },
      setUpLine: Object.fromEntries(Object.entries(wanted).map(([name, text]) => [name, { name, wanted: text }])),
      ...extra,
    })
  const says = (production: Production) => checkCard(production).map((finding) => finding.says)

  test('is told with what the job says by now, and mended by one press', () => {
    const production = card({ 'frame rate': '24', picture: '1920 × 1080', clock: 'UTC +0' })
    expect(says(production)).toEqual([
      'The card wants frame rate to be 24; by the job it is 25.',
      'The card wants picture to be 1920 × 1080; by the job it is 3840 × 2160.',
      'The card wants clock to be UTC +0; by the job it is UTC +1.',
    ])
    const mended = checkCard(production).reduce<Production>((was, { fixes: [fix] }) => tryChanges(was, withNewIds(fix!.changes, () => 'new')), production) // prettier-ignore
    expect(says(mended)).toEqual([])
  })
  test('says nothing where it agrees, has more picture than is delivered, or leaves a line open', () => {
    expect(says(card({ 'Frame Rate': '25 fps', picture: '4096x2160', clock: 'utc +1', white: '' }))).toEqual([])
    expect(says(card({ 'frame rate': '', clock: '' }))).toEqual([])
  })
  test('is told of one camera whose inputs were laid otherwise since', () => {
    const extra = {
      camera: { a: { letter: 'A' } },
      soundSource: { s: { name: 'Boom' } },
      soundWay: { w: { sourceId: asId('s'), cameraId: asId('a'), recorderId: null, input: 1 } },
      setUpException: { e: { lineId: asId('sound in'), cameraId: asId('a'), wanted: '1 Lav 2' } },
    } as never
    expect(says(card({ 'sound in': 'x' }, extra))).toEqual([
      'The card wants sound in of A to be 1 Lav 2; by the job it is 1 Boom.',
    ])
  })
})

describe('sound', () => {
  /** Two voices, a recorder and a camera: what is laid where. */
  const laid = (ways: Record<string, object>, extra: Parameters<typeof productionWith>[0] = {}) =>
    productionWith({
      rules: { onceOnlySounds: 2 },
      person: { edda: { name: 'Edda' } },
      camera: { a: { letter: 'A' } },
      recorder: { r: { letter: 'R', tracks: 2 } },
      soundSource: {
        lav: { name: 'Lav', is: 'worn', hears: [asId('edda')], rank: 'a0' },
        boom: { name: 'Boom', is: 'boom', hears: [asId('edda')], rank: 'a1' },
      },
      soundWay: Object.fromEntries(Object.entries(ways).map(([id, way]) => [id, { recorderId: null, ...way }])),
      ...extra,
    })
  const told = (p: Production) => checkSound(p).map(({ check, severity }) => [check, severity])
  const onRecorder = { lav: { sourceId: asId('lav'), recorderId: asId('r'), input: 1 }, boom: { sourceId: asId('boom'), recorderId: asId('r'), input: 2 } } // prettier-ignore

  test('of a production that has not said where anything goes is not judged', () =>
    expect(checkSound(productionWith({ camera: { a: { letter: 'A' } } }))).toEqual([]))
  test('two microphones on one recorder are one recording: it says why, and each way out really ends it', () => {
    const p = laid(onRecorder)
    const [thin] = checkSound(p)
    expect(thin).toMatchObject({ check: 'patch.voice-too-thin', severity: 'watch' })
    expect(thin!.says).toBe('The voice of Edda has 1 recording, 1 of 2 independent. All of them need recorder R.')
    expect(thin!.fixes.map(({ says }) => says)).toEqual(['Lav into A, input 1 as well', 'Boom into A, input 1 as well'])
    for (const fix of thin!.fixes) {
      const after = tryChanges(
        p,
        withNewIds(fix.changes, () => 'new'),
      )
      expect(told(after).filter(([check]) => check === 'patch.voice-too-thin')).toEqual([])
    }
  })
  test('whose voice is heard in what happens once has no second time: that stops', () => {
    const p = laid(onRecorder, { shot: { s: { onceOnly: true, personIds: [asId('edda')] } } })
    expect(told(p)[0]).toEqual(['patch.voice-too-thin', 'stop'])
  })
  test('that nobody records stops, whatever happens', () =>
    expect(told(laid({}))).toContainEqual(['patch.voice-too-thin', 'stop']))
  test('inputs that are taken twice or are not there stop; a camera without sound is to be watched', () => {
    const p = laid({ ...onRecorder, twice: { sourceId: asId('lav'), recorderId: asId('r'), input: 2 }, far: { sourceId: asId('lav'), recorderId: asId('r'), input: 3 } }) // prettier-ignore
    expect(told(p)).toEqual(
      expect.arrayContaining([
        ['patch.input-taken-twice', 'stop'],
        ['patch.no-such-input', 'stop'],
        ['patch.no-scratch-sound', 'watch'],
      ]),
    )
  })
})
