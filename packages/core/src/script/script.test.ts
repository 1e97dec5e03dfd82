import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { compareDrafts, type DraftScene } from './compareDrafts.ts'
import { eighthsOf, pagesText, parseScreenplay } from './parseScreenplay.ts'
import { spotOfPlace } from './spotOfPlace.ts'

const TEXT = `Title: The Long Plank
Author: Nobody

INT. OLD SHED - DAY

Steam hangs under the roof. EDDA lays a hand on the box.

EDDA
(low)
Ninety seconds. Then it is a plank again.

CORIN (O.S.)
Ready.

CUT TO:

7A EXT. SLIPWAY – DUSK

Wet timber. [[check the tide]] Nobody speaks.

.NET STORE

/* a whole scene
was here */
EDDA (CONT'D)
Kettle's on.

INT./EXT. VAN - NIGHT #12#

They drive.
`

describe('a screenplay as plain text', () => {
  const script = parseScreenplay(TEXT)
  test('scenes with number, place, inside or outside and time of day', () =>
    expect(script.scenes.map((s) => [s.number, s.inOut, s.place, s.timeOfDay])).toEqual([
      ['1', 'inside', 'OLD SHED', 'day'],
      ['7A', 'outside', 'SLIPWAY', 'dusk'],
      ['3', '', 'NET STORE', ''],
      ['12', 'both', 'VAN', 'night'],
    ]))
  test('the title, and nobody twice among the characters', () => {
    expect(script.title).toBe('The Long Plank')
    expect(script.scenes.map((s) => s.characters)).toEqual([['EDDA', 'CORIN'], [], ['EDDA'], []])
  })
  test('who speaks, how, and what', () =>
    expect(script.scenes[0]!.lines.map((l) => l.type)).toEqual([
      'action',
      'character',
      'parenthetical',
      'dialogue',
      'character',
      'dialogue',
      'transition',
    ]))
  test('notes are left out and lines still count right', () => {
    expect(script.scenes[1]!.lines.map((l) => l.text)).toEqual(['Wet timber.  Nobody speaks.'])
    expect(script.scenes[3]!.fromLine).toBe(TEXT.split('\n').findIndex((l) => l.startsWith('INT./EXT.')) + 1)
  })
  test('a heading without a time is remarked on by its line, and kept', () =>
    expect(script.remarks).toEqual([{ line: 21, says: 'This heading says no time of day: “.NET STORE”.' }]))
})

describe('speakers in writing without capitals', () => {
  test.each([
    ['山田', '早く、船に。'],
    ['أمل', 'هيا بنا.'],
    ['נועה', 'עכשיו.'],
    ['रीमा', 'चलो।'],
  ])('%s stands over what is said', (name, line) => {
    const { scenes } = parseScreenplay(`INT. SHED - DAY\n\n${name}\n${line}\n`)
    expect(scenes[0]!.characters).toEqual([name])
    expect(scenes[0]!.lines.map((l) => l.type)).toEqual(['character', 'dialogue'])
  })
  test.each(['雨が屋根に落ちる。\n誰もいない。', 'السماء تمطر على سطح القارب القديم\nلا أحد هنا.'])(
    '%j is action',
    (text) => expect(parseScreenplay(`INT. SHED - DAY\n\n${text}\n`).scenes[0]!.characters).toEqual([]),
  )
  test('what is opened and never closed is no note, however often', () => {
    const text = `INT. SHED - DAY\n\n${'[[ '.repeat(5000)}\nHammer. /* once`
    expect(parseScreenplay(text).scenes[0]!.lines.at(-1)!.text).toBe('Hammer. /* once')
  })
})

describe('what is not quite a heading', () => {
  test.each(['INSIDE. SHED - DAY', 'THE OLD SHED - NIGHT', 'INTERIOR: SHED'])(
    '%s stays action, and is pointed at',
    (line) => {
      const { scenes, remarks } = parseScreenplay(`INT. YARD - DAY\n\nWind.\n\n${line}\n\nA plank.`)
      expect(scenes).toHaveLength(1)
      expect(scenes[0]!.lines.map((l) => l.text)).toContain(line)
      expect(remarks).toMatchObject([{ line: 5, says: expect.stringContaining('looks like a scene heading') }])
    },
  )
  test.each(['Internal doubt grows.', 'Exterior walls are wet.', 'Int he dark', 'INTO THE SHED HE GOES'])(
    '“%s” is a sentence',
    (line) => expect(parseScreenplay(`INT. YARD - DAY\n\n${line}`).scenes).toHaveLength(1),
  )
  test('lower case with its dot is one', () =>
    expect(parseScreenplay('int. sail loft - morning\n\nLight.').scenes[0]).toMatchObject({
      inOut: 'inside',
      place: 'sail loft',
      timeOfDay: 'morning',
    }))
  test('text with none says so', () =>
    expect(parseScreenplay('Once upon a time').remarks.at(-1)!.says).toContain('no scene heading'))
  test('two scenes of one number are both kept and named', () => {
    const { scenes, remarks } = parseScreenplay('1 INT. A - DAY\n\nx\n\n1 INT. B - DAY\n\ny')
    expect(scenes.map((s) => s.place)).toEqual(['A', 'B'])
    expect(remarks).toEqual([{ line: 5, says: expect.stringContaining('Scene 1 is there twice') }])
  })
  test('no text makes it fail', () =>
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (text) => parseScreenplay(text).scenes.length >= 0)))
})

describe('length on the page', () => {
  test('a page of action is eight eighths', () =>
    expect(eighthsOf([{ type: 'action', text: 'x'.repeat(60 * 50) }])).toBe(8))
  test('the shortest scene is an eighth', () => expect(eighthsOf([])).toBe(1))
  test('dialogue takes more room than action', () => {
    const text = 'word '.repeat(120)
    expect(eighthsOf([{ type: 'dialogue', text }])).toBeGreaterThan(eighthsOf([{ type: 'action', text }]))
  })
  test.each([
    [3, '3/8'],
    [8, '1'],
    [11, '1 3/8'],
    [0, '0'],
  ])('%s eighths read %s', (eighths, text) => expect(pagesText(eighths)).toBe(text))
})

describe('a newer draft', () => {
  const scene = (id: string, number: string, heading: string, text: string): DraftScene => ({
    id,
    number,
    heading,
    text,
  })
  const old = [
    scene('a', '1', 'INT. SHED - DAY', 'Steam hangs under the roof. Edda lays a hand on the box and waits.'),
    scene('b', '2', 'EXT. SLIP - DUSK', 'Fire against blue water, nobody speaks, the tide turns.'),
    scene('c', '3', 'INT. LOFT - DAY', 'Canvas everywhere.'),
  ]
  test('the same draft changes nothing', () =>
    expect(compareDrafts(old, old).every((c) => c.kind === 'same')).toBe(true))
  test('a scene put in front renumbers the others and changes nothing else', () => {
    const fresh = [
      scene('n', '1', 'EXT. YARD - DAWN', 'Gulls.'),
      ...old.map((s, i) => ({ ...s, id: `x${i}`, number: String(i + 2) })),
    ]
    expect(compareDrafts(old, fresh).map((c) => [c.kind, c.kind === 'changed' ? c.what : []])).toEqual([
      ['new', []],
      ['changed', ['number']],
      ['changed', ['number']],
      ['changed', ['number']],
    ])
  })
  test('a rewritten scene is known again; one cut is gone', () => {
    const fresh = [
      scene('x', '1', 'INT. SHED - NIGHT', 'Steam hangs under the roof. Edda lays a hand on the box and sighs.'),
      scene('y', '3', 'INT. LOFT - DAY', 'Canvas everywhere.'),
    ]
    expect(compareDrafts(old, fresh).map((c) => [c.kind, c.kind === 'new' ? '' : c.old.id])).toEqual([
      ['changed', 'a'],
      ['same', 'c'],
      ['gone', 'b'],
    ])
  })
  test('every old and every new scene is told of exactly once', () =>
    fc.assert(
      fc.property(
        fc.array(fc.lorem({ maxCount: 6 }), { maxLength: 6 }),
        fc.array(fc.lorem({ maxCount: 6 }), { maxLength: 6 }),
        (a, b) => {
          const one = a.map((text, i) => scene(`a${i}`, String(i), 'INT. X - DAY', text))
          const two = b.map((text, i) => scene(`b${i}`, String(i), 'INT. X - DAY', text))
          const changes = compareDrafts(one, two)
          const olds = changes.flatMap((c) => (c.kind === 'new' ? [] : [c.old.id]))
          const news = changes.flatMap((c) => (c.kind === 'gone' ? [] : [c.new.id]))
          return (
            olds.length === one.length &&
            new Set(olds).size === olds.length &&
            news.length === two.length &&
            new Set(news).size === news.length
          )
        },
      ),
    ))
})

describe('the spot that a heading means', () => {
  const places = { slip: { name: 'Marlhythe Slip' }, quay: { name: 'Town quay' } }
  const spots = [
    { id: 'shed', name: 'Old shed', placeId: 'slip' },
    { id: 'loft', name: 'Sail loft', placeId: 'slip' },
    { id: 'quay', name: 'Quay edge', placeId: 'quay' },
    { id: 'cafe', name: 'Café', placeId: 'quay' },
  ]
  const found = (heading: string, of = spots) => spotOfPlace(heading, of, places)?.id ?? null
  test.each([
    ['OLD SHED', 'shed'],
    ['THE OLD SHED', 'shed'],
    ['SAIL LOFT', 'loft'],
    ['MARLHYTHE SLIP, SAIL LOFT', 'loft'],
    ['Town Quay - Edge', 'quay'],
    ['CAFE', 'cafe'],
  ])('%s is known by its words', (heading, id) => {
    expect(found(heading)).toBe(id)
  })
  test.each([['KITCHEN'], ['SLIP'], [''], ['THE']])('%s is not like any enough', (heading) => {
    expect(found(heading)).toBeNull()
  })
  test('two that are equally like are left for somebody to say', () => {
    const twins = [...spots, { id: 'other', name: 'Old shed', placeId: 'quay' }]
    expect(found('OLD SHED', twins)).toBeNull()
    expect(found('MARLHYTHE SLIP OLD SHED', twins)).toBe('shed')
  })
})
