// @vitest-environment jsdom
import { fireEvent, screen, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, pointer, sent } from '../../testing.tsx'
import { onPaper } from '../../plan/planFile.ts'
import { LightScreen } from './LightScreen.tsx'
import { asId, blank, type Tables, type KindName } from '@kavrell/core/records'

beforeEach(() => openDemo('planner'))
const setup = (letter: string) => all('setup').find((s) => s.letter === letter)!
const lampsOf = (letter: string) => all('lamp').filter((l) => l.setupId === setup(letter).id)
const open = async (letter: string) => {
  const user = draw(<LightScreen />, 'light')
  await user.click(screen.getByRole('tab', { name: new RegExp(`^${letter}`) }))
  return user
}
const thing = (name: RegExp) => screen.getByRole('button', { name })

test('the answer is how many stops the worst shot lacks, and its line says the same', async () => {
  await open('E')
  const answer = screen.getByText(/^4A is [\d.]+ stops short$/).textContent
  const short = answer.replace('4A is ', '')
  const line = screen.getByText('4A', { selector: 'p' }).parentElement!
  expect(line.textContent).toContain(short)
})

describe('things on the plan, by keys', () => {
  test('arrows move a lamp by 5 cm, with Shift by half a metre, and each is undone', async () => {
    const user = await open('D')
    const [lamp] = lampsOf('D')
    const grip = document.querySelector<SVGGElement>('[data-thing="lamp"]')!
    grip.focus()
    await user.keyboard('{ArrowRight}{Shift>}{ArrowDown}{/Shift}')
    const now = lampsOf('D')[0]!
    expect(now.xM - lamp!.xM).toBeCloseTo(0.05, 6)
    expect(now.yM - lamp!.yM).toBeCloseTo(0.5, 6)
    undo()
    undo()
    expect(lampsOf('D')[0]).toMatchObject({ xM: lamp!.xM, yM: lamp!.yM })
  })
  test('Q and E turn it, plus and minus level it, never past what it gives', async () => {
    const user = await open('D')
    const before = lampsOf('D')[0]!
    document.querySelector<SVGGElement>('[data-thing="lamp"]')!.focus()
    await user.keyboard('e')
    const turned = lampsOf('D')[0]!
    expect(Math.abs(((turned.bearingDeg - before.bearingDeg + 540) % 360) - 180)).toBe(5)
    await user.keyboard('-')
    expect(lampsOf('D')[0]!.levelPct).toBeLessThan(before.levelPct)
    for (let i = 0; i < 14; i++) fireEvent.keyDown(document.querySelector('[data-thing="lamp"]')!, { key: '+' })
    expect(lampsOf('D')[0]!.levelPct).toBe(100)
  })
  test('a reader takes hold of nothing', async () => {
    openDemo('reader')
    const user = await open('D')
    document.querySelector<SVGGElement>('[data-thing="lamp"]')!.focus()
    await user.keyboard('{ArrowRight}e+')
    expect(sent).toEqual([])
  })
})

test('a mirror’s way into a camera is drawn, and says what it shows', async () => {
  await open('D')
  const ways = [...document.querySelectorAll('[data-way] title')].map((t) => t.textContent)
  expect(ways).toContain('D: B sees itself')
})

test('a lamp from the library has its figures, aims at the mark, and takes the role that is missing', async () => {
  const user = await open('A')
  const before = lampsOf('A').length
  const choice = screen.getByLabelText('Add a lamp')
  const option = [...choice.querySelectorAll('option')][1]!
  await user.selectOptions(choice, option)
  const added = lampsOf('A').at(-1)!
  expect(lampsOf('A')).toHaveLength(before + 1)
  expect(added.name).toBe(option.textContent)
  expect(added.luxAt1m).toBeGreaterThan(0)
  expect(added.watts).toBeGreaterThan(0)
  expect(['key', 'fill', 'edge']).toContain(added.role)
})

test('a setup made from another has its lamps, remembers its parent, and says that nothing differs yet', async () => {
  const user = await open('D')
  const before = new Set(all('setup').map((s) => s.id))
  await user.click(thing(/^Make another from D/))
  const made = all('setup').find((s) => s.parentId === setup('D').id && !before.has(s.id))!
  expect(all('lamp').filter((l) => l.setupId === made.id)).toHaveLength(lampsOf('D').length)
  expect(screen.getByText(/from D: nothing changed/)).toBeTruthy()
  expect(sent).toHaveLength(1)
})

const section = (title: string | RegExp) => within(screen.getByRole('heading', { name: title }).closest('section')!)
const shotsIn = (letter: string) => all('shot').filter((s) => s.setupId === setup(letter).id)
/** The demo with every record of a kind changed. */
const withEach = (kind: KindName, fields: object) => (records: Tables) =>
  ({
    ...records,
    [kind]: Object.fromEntries(Object.entries<object>(records[kind]).map(([id, r]) => [id, { ...r, ...fields }])),
  }) as Tables

describe('the answer', () => {
  const right = withEach('shot', { ndStops: 0, tStop: 7.6, fpsNum: 25, fpsDen: 1, shutterDeg: 180, iso: 800 })
  test('is that it is right, once it is', async () => {
    openDemo('planner', right)
    await open('E')
    expect(screen.getByText('Right for every shot here')).toBeTruthy()
  })
  test('is no plain yes where a lamp hangs of which nobody said what it gives; ticked off, it is', async () => {
    openDemo('planner', (records) => {
      const spotId = Object.values(records.setup).find((s) => s.letter === 'E')!.spotId
      const pendant = { ...blank('fitting'), id: asId<'fitting'>('01900000-0000-7000-8000-000000000001'), version: 1, spotId, type: 'fixed lamp' as const, name: 'Pendant', xM: 1, yM: 1 } // prettier-ignore
      return right({ ...records, fitting: { ...records.fitting, [pendant.id]: pendant } })
    })
    const user = await open('E')
    expect(await screen.findByText('Right, if Pendant is off')).toBeTruthy()
    await user.click(screen.getByRole('checkbox', { name: 'Pendant, hangs there' }))
    expect(await screen.findByText('Right for every shot here')).toBeTruthy()
    await user.click(screen.getByRole('checkbox', { name: 'Pendant, hangs there' }))
    expect(await screen.findByText('Right, if Pendant is off')).toBeTruthy()
  })
  test('is the shot that is too bright, where none is too dark', async () => {
    openDemo('planner', withEach('lamp', { luxAt1m: 5e6 }))
    await open('E')
    expect(screen.getByText(/^4B is \d+\.\d over$/)).toBeTruthy()
  })
  test('is no plain yes where the walls could not be read', async () => {
    const crossed = withEach('spot', {
      outline: [
        [0, 0],
        [12, 9],
        [12, 0],
        [0, 9],
      ],
    })
    openDemo('planner', (records) => crossed(withEach('shot', { ndStops: 0, tStop: 6, fpsNum: 25, fpsDen: 1, shutterDeg: 180, iso: 800, window: 'none' })(records))) // prettier-ignore
    await open('D')
    expect(screen.getByText(/^The walls of Sail loft are no closed room/)).toBeTruthy()
    expect(screen.queryByText(/^Right for every shot/)).toBeNull()
  })
  test('is nothing where no mark is to be judged', async () => {
    openDemo('planner', withEach('mark', { judged: false }))
    await open('E')
    expect(screen.getByText('No mark here is judged')).toBeTruthy()
    expect(screen.getByText(/^Not read: 4A, 4B/)).toBeTruthy()
  })
  test('is a stop to go by where no shot is planned yet', async () => {
    openDemo('planner', withEach('shot', { setupId: null }))
    await open('D')
    expect(screen.getByText(/^[\d,.]+ (k?lx|lux): T[\d.]+ at ISO 800, 1\/50 s$/)).toBeTruthy()
    expect(screen.getByText('No shot uses this setup yet.')).toBeTruthy()
  })
  test('asks for a mark where there is none', async () => {
    openDemo('planner', (records) => ({ ...records, mark: {} }))
    await open('D')
    expect(screen.getByText('Put a mark where the face will be.')).toBeTruthy()
    expect(screen.getByText('Put a mark on the plan to read the light there.')).toBeTruthy()
  })
  test('opens on the setup that is too dark, which is what one came for', () => {
    draw(<LightScreen />, 'light')
    expect(screen.getByRole('tab', { selected: true, name: /^E/ })).toBeTruthy()
  })
  test('follows a lamp that is turned up, shot by shot', async () => {
    const user = await open('E')
    const short = () => Number(/([\d.]+) stops? short/.exec(document.body.textContent)?.[1] ?? 0)
    const before = short()
    for (const lamp of lampsOf('E')) {
      await user.click(section('Lamps').getByRole('button', { name: new RegExp(lamp.name) }))
      const field = screen.getByLabelText<HTMLInputElement>(/^At 1 m/)
      await user.clear(field)
      await user.type(field, `${lamp.luxAt1m * 2}{Enter}`)
    }
    // Twice the light from every lamp is a stop, less what was there anyway.
    expect(before - short()).toBeGreaterThan(0.8)
    expect(before - short()).toBeLessThanOrEqual(1.05)
  })
})

test('with two marks the light is read at either', async () => {
  const user = await open('C')
  const marks = within(screen.getByRole('tablist', { name: 'Read the light at' })).getAllByRole('tab')
  expect(marks).toHaveLength(2)
  const read = () =>
    section('Lamps')
      .getAllByRole('button')
      .map((b) => b.textContent)
  const first = read()
  await user.click(marks[1]!)
  expect(marks[1]!.getAttribute('aria-selected')).toBe('true')
  expect(read()).not.toEqual(first)
})

describe('what stands in it', () => {
  test('a mark is added in the middle, chosen, and taken out again', async () => {
    const user = await open('A')
    const before = all('mark').length
    await user.click(thing(/^Add mark/))
    const spot = all('spot').find((s) => s.id === setup('A').spotId)!
    const made = all('mark').at(-1)!
    expect([made.xM, made.yM]).toEqual([expect.closeTo(spot.widthM / 2, 1), expect.closeTo(spot.depthM / 2, 1)])
    await user.click(section(made.name).getByRole('button', { name: 'Remove' }))
    expect(all('mark')).toHaveLength(before)
    undo()
    expect(all('mark')).toHaveLength(before + 1)
  })
  test('a camera that is not there yet is placed, and stands there once', async () => {
    const user = await open('A')
    const [place] = screen.getAllByRole('button', { name: /^Place camera/ })
    const letter = place!.textContent.at(-1)
    await user.click(place!)
    const camera = all('camera').find((c) => c.letter === letter)!
    expect(all('cameraPosition').filter((p) => p.setupId === setup('A').id && p.cameraId === camera.id)).toHaveLength(1)
    expect(screen.queryByRole('button', { name: `Place camera ${letter}` })).toBeNull()
  })
  test('a lamp is aimed at a mark by one press, and shines there', async () => {
    const user = await open('D')
    const [lamp] = lampsOf('D')
    const mark = all('mark').find((m) => m.setupId === setup('D').id)!
    await user.click(section('Lamps').getAllByRole('button')[0]!)
    await user.click(screen.getByRole('button', { name: `Aim at ${mark.name}` }))
    const aimed = lampsOf('D')[0]!
    const bearing = (Math.atan2(mark.xM - lamp!.xM, lamp!.yM - mark.yM) * 180) / Math.PI
    expect(((aimed.bearingDeg - bearing + 900) % 360) - 180).toBeCloseTo(0, 0)
    const down = Math.hypot(mark.xM - lamp!.xM, mark.yM - lamp!.yM)
    expect(aimed.tiltDeg).toBeCloseTo((Math.atan2(mark.heightM - lamp!.heightM, down) * 180) / Math.PI, 0)
  })
  test('a lamp that is full up is not turned further, and nothing is written', async () => {
    openDemo('planner', withEach('lamp', { levelPct: 100 }))
    await open('D')
    fireEvent.keyDown(document.querySelector('[data-thing="lamp"]')!, { key: '+' })
    expect(sent).toEqual([])
    fireEvent.keyDown(document.querySelector('[data-thing="lamp"]')!, { key: 'E' })
    expect(sent).toHaveLength(1)
  })
})

describe('what is put up', () => {
  const panels = (letter: string) => all('panel').filter((p) => p.setupId === setup(letter).id)
  test('a cloth lands between the key and the mark, faces it, and the light at the mark is less', async () => {
    const user = await open('E')
    const before = section('Lamps').getByText(/^[\d,]+ lx$/, { selector: ':scope button:first-of-type span' })?.textContent // prettier-ignore
    await user.selectOptions(screen.getByLabelText('Put something up'), 'cloth-half-1.2')
    const [cloth] = panels('E')
    expect(cloth).toMatchObject({ type: 'cloth', widthM: 1.2, lossStops: 1.2 })
    const [key] = lampsOf('E')
    const mark = all('mark').find((m) => m.setupId === setup('E').id)!
    expect(cloth!.xM).toBeGreaterThan(Math.min(key!.xM, mark.xM) - 0.3)
    expect(cloth!.xM).toBeLessThan(Math.max(key!.xM, mark.xM) + 0.3)
    expect(section('Lamps').getAllByRole('button')[0]!.textContent).not.toContain(before)
  })
  test('a black is drawn, chosen, moved by the arrows and taken down', async () => {
    const user = await open('D')
    await user.click(section('Put up').getByRole('button', { name: /^Black/ }))
    const [black] = panels('D').filter((p) => p.type === 'black')
    const sign = document.querySelectorAll('[data-thing="panel"]')
    expect(sign).toHaveLength(2)
    fireEvent.keyDown(sign[1]!, { key: 'ArrowRight' })
    expect(panels('D').find((p) => p.id === black!.id)!.xM).toBeCloseTo(black!.xM + 0.05, 9)
    await user.click(screen.getByRole('button', { name: 'Remove' }))
    expect(panels('D').map((p) => p.type)).toEqual(['cloth'])
  })
})

describe('dragged', () => {
  /** The plan as it would lie on a page, a point of it on a point of the page. */
  const plan = () => {
    const svg = screen.getByRole('group', { name: /^Plan of/ })
    const [, , width, height] = svg.getAttribute('viewBox')!.split(' ').map(Number)
    svg.getBoundingClientRect = () => ({ left: 0, top: 0, width, height }) as DOMRect
    return { svg, metre: Number(svg.dataset.metre) }
  }
  const grip = (kind: string) => document.querySelector<SVGGElement>(`[data-thing="${kind}"]`)!
  const middleOf = (element: Element) =>
    /translate\(([-\d.]+) ([-\d.]+)\)/.exec(element.getAttribute('transform')!)!.slice(1).map(Number) as [
      number,
      number,
    ]

  test('a lamp goes as far as it is drawn, wherever it was taken, in steps of 5 cm, as one edit', async () => {
    await open('D')
    const { metre } = plan()
    const before = lampsOf('D')[0]!
    const lamp = grip('lamp')
    pointer(lamp, 'down', 110, 10)
    pointer(lamp, 'move', 130, 40)
    pointer(lamp, 'move', 110 + 1.52 * metre, 10 + 0.74 * metre)
    expect(sent).toEqual([])
    pointer(lamp, 'up', 110 + 1.52 * metre, 10 + 0.74 * metre)
    expect(sent).toHaveLength(1)
    const now = lampsOf('D')[0]!
    expect(now.xM - before.xM).toBeCloseTo(1.5, 1)
    expect(now.yM - before.yM).toBeCloseTo(0.75, 1)
    for (const m of [now.xM, now.yM]) expect(String(m)).toMatch(/^\d+(\.\d{1,2})?$/)
  })
  test('put down where it was it is not moved', async () => {
    await open('D')
    plan()
    const lamp = grip('lamp')
    pointer(lamp, 'down', 10, 10)
    pointer(lamp, 'up', 10, 10)
    expect(sent).toEqual([])
  })
  test('a pointer that is taken away, or Escape, leaves it where it was', async () => {
    const user = await open('D')
    plan()
    const lamp = grip('lamp')
    const at = middleOf(lamp)
    pointer(lamp, 'down', 10, 10)
    pointer(lamp, 'move', 90, 90)
    expect(middleOf(lamp)).not.toEqual(at)
    pointer(lamp, 'cancel', 90, 90)
    expect(middleOf(lamp)).toEqual(at)
    lamp.focus()
    pointer(lamp, 'down', 10, 10)
    pointer(lamp, 'move', 90, 90)
    await user.keyboard('{Escape}')
    pointer(lamp, 'up', 95, 95)
    expect(middleOf(lamp)).toEqual(at)
    expect(sent).toEqual([])
  })
  test('its handle turns it to where it points, by 5°', async () => {
    const user = await open('D')
    await user.click(section('Lamps').getAllByRole('button')[0]!)
    plan()
    const [x, y] = middleOf(grip('lamp'))
    const handle = document.querySelector('[data-turn="lamp"]')!
    pointer(handle, 'down', x, y - 36)
    pointer(handle, 'move', x + 100, y + 1)
    pointer(handle, 'up', x + 100, y + 1)
    expect(lampsOf('D')[0]!.bearingDeg).toBe(90)
    expect(sent).toHaveLength(1)
  })
  test('a camera that looks at its mark goes on looking at it from where it is put; one that looks past it does not', async () => {
    const position = () => all('cameraPosition').find((p) => p.setupId === setup('D').id)!
    const mark = all('mark').find((m) => m.setupId === setup('D').id)!
    const user = await open('D')
    grip('cameraPosition').focus()
    await user.click(await screen.findByRole('button', { name: `Aim at ${mark.name}` }))
    const bearingTo = () => ((Math.atan2(mark.xM - position().xM, position().yM - mark.yM) * 180) / Math.PI + 360) % 360
    expect(position().bearingDeg).toBeCloseTo(bearingTo(), 0)
    grip('cameraPosition').focus()
    await user.keyboard('{Shift>}{ArrowLeft}{ArrowLeft}{/Shift}')
    expect(position().bearingDeg).toBeCloseTo(bearingTo(), 0)
    await user.keyboard('eeee')
    const turnedAway = position().bearingDeg
    await user.keyboard('{ArrowLeft}')
    expect(position().bearingDeg).toBe(turnedAway)
  })
})

describe('what the plan shows', () => {
  test('a lamp outside the walls is in the drawing and is taken there', async () => {
    const { xM, yM } = { xM: -4, yM: 2 }
    openDemo('planner', (records) => ({
      ...records,
      lamp: Object.fromEntries(
        Object.entries(records.lamp).map(([id, l]) => [id, id === lampsOf('D')[0]!.id ? { ...l, xM, yM } : l]),
      ),
    }))
    const user = await open('D')
    const svg = screen.getByRole('group', { name: /^Plan of/ })
    const [, , width, height] = svg.getAttribute('viewBox')!.split(' ').map(Number)
    const lamp = screen.getByRole('button', { name: /^Lamp 1/ })
    const [x, y] = /translate\(([-\d.]+) ([-\d.]+)\)/.exec(lamp.getAttribute('transform')!)!.slice(1).map(Number)
    expect(x! >= 20 && x! <= width! - 20 && y! >= 20 && y! <= height! - 20).toBe(true)
    lamp.focus()
    await user.keyboard('{ArrowRight}')
    expect(lampsOf('D')[0]!.xM).toBeCloseTo(-3.95, 9)
  })
  test('windows, mirrors and furniture of the room are there, and are not moved from here', async () => {
    await open('D')
    const svg = screen.getByRole('group', { name: /^Plan of/ })
    for (const name of ['north window', 'varnish-room mirror', 'cutting table'])
      expect(within(svg).getByText(name)).toBeTruthy()
    expect(svg.querySelector('[data-thing="fitting"]')).toBeNull()
  })
  test('two cameras that are placed do not lie on one another, and each looks at the mark', async () => {
    const user = await open('A')
    const mark = all('mark').find((m) => m.setupId === setup('A').id)!
    for (const button of screen.getAllByRole('button', { name: /^Place camera/ }).slice(0, 3)) await user.click(button)
    const placed = all('cameraPosition').filter((p) => p.setupId === setup('A').id)
    for (const [i, a] of placed.entries())
      for (const b of placed.slice(i + 1)) expect(Math.hypot(a.xM - b.xM, a.yM - b.yM)).toBeGreaterThan(0.5)
    for (const p of placed.slice(1)) {
      const bearing = ((Math.atan2(mark.xM - p.xM, p.yM - mark.yM) * 180) / Math.PI + 360) % 360
      expect(Math.abs(((p.bearingDeg - bearing + 540) % 360) - 180)).toBeLessThan(1)
    }
  })
  test('nearer with plus, whole again with nought; a thing is then still where it is', async () => {
    const user = await open('D')
    const svg = screen.getByRole('group', { name: /^Plan of/ })
    const metre = () => Number(svg.dataset.metre)
    const whole = metre()
    svg.focus()
    await user.keyboard('+')
    expect(metre()).toBeGreaterThan(whole)
    expect(screen.getByRole('button', { name: 'The whole plan' })).toBeTruthy()
    await user.keyboard('0')
    expect(metre()).toBe(whole)
    expect(sent).toEqual([])
  })
  test('as a file it carries no colour of the screen and no handle', async () => {
    const user = await open('D')
    await user.click(section('Lamps').getAllByRole('button')[0]!)
    const svg = document.querySelector<SVGSVGElement>('svg[role=group]')!
    Object.defineProperty(svg, 'viewBox', { value: { baseVal: { width: 700, height: 480 } } })
    expect(svg.querySelector('[data-turn]')).not.toBeNull()
    const text = onPaper(svg)
    expect(text).not.toContain('data-turn')
    expect(text).toContain('cutting table')
    expect(text).toMatch(/^<svg[^>]* width="700"/)
  })
})

test('a room whose corner lies left of where the plan began has everything where it is', async () => {
  const outline = [
    [-2, 0],
    [6, 0],
    [6, 3],
    [3, 3],
    [3, 5],
    [-2, 5],
  ]
  openDemo('planner', (records) => ({
    ...withEach('spot', { outline, widthM: 8, depthM: 5 })(records),
    lamp: {},
    mark: {},
    cameraPosition: {},
  }))
  await open('A')
  const svg = screen.getByRole('group', { name: /^Plan of/ })
  expect(svg.getAttribute('aria-label')).toMatch(/, 8.0 m by 5.0 m$/)
  // The middle of the walls is the middle of the drawing, when nothing stands outside.
  const [, , wide] = svg.getAttribute('viewBox')!.split(' ').map(Number)
  const walls = svg.querySelector('[data-walls]')!.getAttribute('d')!
  const xs = [...walls.matchAll(/[ML] ([-\d.]+)/g)].map((m) => Number(m[1]))
  expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(wide! / 2, 0)
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(8 * Number(svg.dataset.metre), 3)
})

describe('care and power', () => {
  test('what to take care of is ticked, and goes on the sheet of the setup', async () => {
    const user = await open('A')
    const before = setup('A').cautions
    await user.click(screen.getByLabelText('haze'))
    expect(setup('A').cautions).toEqual([...before, 'haze'])
    await user.click(screen.getByLabelText('haze'))
    expect(setup('A').cautions).toEqual(before)
  })
  test('an empty setup begins with a pattern of light, as one edit', async () => {
    const user = await open('A')
    await user.click(screen.getByRole('button', { name: 'Add setup' }))
    await user.click(await screen.findByRole('button', { name: 'Key and black' }))
    const letter = all('setup').map((s) => s.letter).sort().at(-1)! // prettier-ignore
    expect(lampsOf(letter).map((lamp) => lamp.role).sort()).toEqual(['edge', 'key']) // prettier-ignore
    expect(screen.queryByText('Begin with')).toBeNull()
    undo()
    expect(lampsOf(letter)).toEqual([])
  })
  test('a way out that is pointed at is drawn, and written only once it is pressed', async () => {
    const user = await open('E')
    const key = () => lampsOf('E').find((lamp) => lamp.role === 'key')!
    const plan = () => screen.getByLabelText(/^Plan of/).innerHTML
    const [before, kept] = [plan(), key()]
    const way = await screen.findByRole('button', { name: /^Move the key to/ })
    await user.hover(way)
    expect(plan()).not.toBe(before)
    expect(key()).toEqual(kept)
    await user.unhover(way)
    expect(plan()).toBe(before)
    await user.click(way)
    expect(key().xM).not.toBe(kept.xM)
  })
  test('each circuit of the place says what it carries, over its limit in amperes over', async () => {
    await open('B')
    expect(screen.getByText(/^13\.0 A, 0\.2 over$/)).toBeTruthy()
    expect(screen.getByLabelText('13.0 of 16 A')).toBeTruthy()
  })
  test('a lamp that is on no circuit is named', async () => {
    openDemo('planner', withEach('lamp', { circuitId: null }))
    await open('B')
    const names = lampsOf('B')
      .filter((l) => l.watts > 0)
      .map((l) => l.name)
    expect(screen.getByText(`On no circuit: ${names.join(', ')}.`)).toBeTruthy()
  })
})

test('setups are added from none, and there can be none without a spot', async () => {
  openDemo('planner', (records) => ({
    ...records,
    setup: {},
    lamp: {},
    mark: {},
    cameraPosition: {},
    shot: {},
    orderItem: {},
  }))
  const user = draw(<LightScreen />, 'light')
  await user.click(screen.getByRole('button', { name: 'Add a setup' }))
  expect(all('setup').map((s) => s.letter)).toEqual(['A'])
  await user.click(screen.getByRole('button', { name: 'Add setup' }))
  expect(all('setup').map((s) => s.letter)).toEqual(['A', 'B'])
})

test('with no spot a setup begins in a room that nobody has measured yet', async () => {
  openDemo('planner', (records) => ({
    ...records,
    place: {},
    setup: {},
    spot: {},
    lamp: {},
    mark: {},
    cameraPosition: {},
    shot: {},
  }))
  const user = draw(<LightScreen />, 'light')
  await user.click(screen.getByRole('button', { name: 'Add a setup' }))
  expect(all('spot').map((spot) => spot.name)).toEqual(['Room not measured yet'])
  expect(all('place').map((place) => place.latitudeDeg)).toEqual([null])
  expect(screen.getByRole('tab', { name: /^A/ })).toBeTruthy()
  expect(sent).toHaveLength(1)
})

test('every shot of the setup is there with what it is set to', async () => {
  await open('C')
  const list = section('Shots in this light')
  for (const shot of shotsIn('C'))
    expect(list.getByText(shot.code).parentElement!.textContent).toContain(`T${shot.tStop}, ISO ${shot.iso}`)
})
