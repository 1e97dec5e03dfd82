// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { goToMoment } from '../../store/desk.ts'
import { useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { useUndoHere } from '../../store/undoHere.ts'
import { all, draw, openDemo, sent, shotOf } from '../../testing.tsx'
import { RollScreen } from './RollScreen.tsx'
import type { Tables } from '@kavrell/core/records'

/** The demo with its box so far ahead of the clock, and steady. */
const demoWithBox = (role: 'logger' | 'planner', offsetMs = 0) =>
  openDemo(role, (records) => {
    const [box] = Object.values(records.timecodeBox)
    const set = { ...records, timecodeBox: { [box!.id]: { ...box!, offsetMs, driftPpm: 0 } } }
    return boxed.get(offsetMs) ?? (boxed.set(offsetMs, set), set)
  })
const boxed = new Map<number, Tables>()
beforeEach(() => {
  localStorage.clear()
  demoWithBox('logger')
})
const takes = () => all('take')
const events = (takeId: string) =>
  all('takeEvent')
    .filter((e) => e.takeId === takeId)
    .map((e) => e.type)
const newest = () => takes().find((t) => !before.has(t.id))!
let before: ReadonlySet<string> = new Set()
const roll = () => {
  const user = draw(<RollScreen />, 'roll')
  before = new Set(takes().map((t) => t.id))
  return user
}

describe('a take, by keys alone', () => {
  test('space rolls and cuts, G says good: a take and two events, nothing ever changed', async () => {
    const user = roll()
    await user.keyboard(' ')
    expect(screen.getAllByText(/^rolling/).length).toBeGreaterThan(0)
    await user.keyboard(' ')
    await user.keyboard('g')
    expect(events(newest().id)).toEqual(['cut', 'good'])
    expect(sent.flatMap((edit) => edit.changes.map((c) => c.op)).every((op) => op === 'create')).toBe(true)
  })
  test('what rolls stands on the axis of the last minutes with what ends it first, and stays there once it is cut', async () => {
    const user = roll()
    await user.keyboard(' ')
    const axis = screen.getByRole('group', { name: 'Recorded in the last minutes' })
    const lanes = () => [...axis.querySelectorAll('[data-lane]')].map((lane) => lane.getAttribute('data-lane'))
    const states = () => [...axis.querySelectorAll('[data-run]')].map((run) => run.getAttribute('data-run'))
    expect(lanes()).toEqual(['A'])
    expect(states()).toEqual(['rolls'])
    expect(within(axis).getByText(/^(battery|card), \d+(:| h )\d\d$/)).toBeTruthy()
    await user.keyboard(' ')
    expect(states()).toEqual(['ended'])
    expect(within(axis).queryByText(/^(battery|card)/)).toBeNull()
  })
  test('a camera that stops by itself says when, and before it rolls that a take is too long for it', async () => {
    openDemo('logger', (records) => ({
      ...records,
      camera: Object.fromEntries(Object.entries(records.camera).map(([id, c]) => [id, { ...c, stopsItselfMin: 0.2 }])),
      shot: Object.fromEntries(Object.entries(records.shot).map(([id, s]) => [id, { ...s, takeSeconds: 90 }])),
    }))
    const user = roll()
    expect(document.querySelector('[data-before]')!.textContent).toContain('A stops by itself before a take of 2 min is over.') // prettier-ignore
    await user.keyboard(' ')
    const axis = screen.getByRole('group', { name: 'Recorded in the last minutes' })
    expect(within(axis).getByText(/^itself, /)).toBeTruthy()
  })
  test('a camera that was seen set otherwise is told before it rolls, while it is to roll', async () => {
    const user = roll()
    const told = () => document.querySelector('[data-before]')?.textContent ?? ''
    expect(told()).not.toContain('D was seen')
    await user.click(button(/^D (off|not)/))
    expect(told()).toContain('D was seen with frame rate 30; 25 is wanted.')
  })
  test('the only camera rolls with a shot of which nobody said with which; of two neither does', async () => {
    const without = (cameras: number) =>
      openDemo('logger', (records) => ({
        ...records,
        camera: Object.fromEntries(Object.entries(records.camera).slice(0, cameras)),
        shot: Object.fromEntries(Object.entries(records.shot).map(([id, s]) => [id, { ...s, cameraId: null }])),
      }))
    without(1)
    const user = roll()
    await user.keyboard(' ')
    expect(newest().cameraIds).toHaveLength(1)
    cleanup()
    without(2)
    await roll().keyboard(' ')
    expect(newest().cameraIds).toEqual([])
  })
  test('a key that is held down is one press', async () => {
    const user = roll()
    await user.keyboard(' ')
    for (let i = 0; i < 20; i++) fireEvent.keyDown(window, { key: ' ', repeat: true })
    expect(takes()).toHaveLength(before.size + 1)
    expect(events(newest().id)).toEqual([])
  })
  test('with Ctrl, Alt or Command held a key is the browser’s', async () => {
    const user = roll()
    for (const held of ['Control', 'Alt', 'Meta']) await user.keyboard(`{${held}>} wgn{/${held}}`)
    expect(sent).toEqual([])
  })
  test('a verdict judges and never cuts', async () => {
    const user = roll()
    await user.keyboard(' ')
    await user.keyboard('n')
    expect(events(newest().id)).toEqual(['no-good'])
    expect(screen.getAllByText(/^rolling/).length).toBeGreaterThan(0)
    await user.keyboard(' ')
    expect(events(newest().id)).toEqual(['no-good', 'cut'])
  })
  test('the next take of a slate has the next number, and rolls what is planned for the shot', async () => {
    const user = roll()
    await user.keyboard(' ')
    const first = newest()
    await user.keyboard(' ')
    before = new Set(takes().map((t) => t.id))
    await user.keyboard(' ')
    expect(newest()).toMatchObject({ slate: first.slate, number: first.number + 1, cameraIds: first.cameraIds })
    const planned = all('shot')
      .filter((s) => first.shotIds.includes(s.id))
      .flatMap((s) => s.cameraId ?? [])
    expect([...first.cameraIds].sort()).toEqual([...new Set(planned)].sort())
  })
  test('a camera that was switched off by hand is not in the take', async () => {
    const user = roll()
    const [camera] = screen.getAllByRole('button', { pressed: true })
    await user.click(camera!)
    expect(screen.getByText('not rolling')).toBeTruthy()
    await user.keyboard(' ')
    const letter = camera!.textContent[0]
    const off = all('camera').find((c) => c.letter === letter)
    expect(newest().cameraIds).not.toContain(off?.id)
  })
  test('wild sound rolls sound alone, on a slate of its own', async () => {
    const user = roll()
    await user.keyboard('w')
    // It belongs to what is on the slate.
    expect(newest()).toMatchObject({ wild: true, cameraIds: [], shotIds: [shotOf('2H').id] })
    expect(newest().slate).toMatch(/^W\d+$/)
    expect(newest().recorderIds.length).toBeGreaterThan(0)
  })
  test('a note is kept with the take, and its letters are no commands', async () => {
    const user = roll()
    await user.keyboard(' ')
    await user.keyboard('/')
    await screen.findByLabelText('Note on the take')
    await user.keyboard('gulls, wind ng{Enter}')
    const [note] = all('takeEvent').filter((e) => e.takeId === newest().id)
    expect(note).toMatchObject({ type: 'note', text: 'gulls, wind ng' })
    expect(screen.getAllByText(/^rolling/).length).toBeGreaterThan(0)
  })
  test('the same start timecode as the clock shows, at the production’s rate', async () => {
    const user = roll()
    await user.keyboard(' ')
    const take = newest()
    expect(take.startTimecode).toMatch(/^\d\d:\d\d:\d\d[:;]\d\d$/)
    expect(take.rateNum / take.rateDen).toBeCloseTo(25, 6)
  })
})

test('who only reads sees the slate and has nothing to press', async () => {
  openDemo('reader')
  const user = roll()
  await user.keyboard(' g')
  expect(sent).toEqual([])
  expect(screen.queryByRole('button', { name: /^Roll/ })).toBeNull()
  expect(document.querySelector('[data-take-number]')!.textContent).toMatch(/^\d+$/)
})

/** The device's clock on the first day, when ten shots of the order are behind it. */
const at = (clock: string) => vi.useFakeTimers({ toFake: ['Date'], now: Date.parse(`2026-05-14T${clock}+01:00`) })
afterEach(() => vi.useRealTimers())
const slate = () => document.querySelector('[data-take-number]')!.closest('div')!.parentElement!.textContent
const pace = () => document.querySelector('[data-pace]')!.textContent
const button = (name: RegExp) => screen.getByRole<HTMLButtonElement>('button', { name })
const logged = (take: string) => document.querySelector(`[data-logged="${take}"]`)!

describe('where the day stands', () => {
  test('the shot stays after a good take, and goes on by a key to the first that is not good', async () => {
    at('08:50:00')
    const user = roll()
    expect(slate()).toBe('shot2Htake3')
    await user.keyboard('s')
    expect(slate()).toBe('shot2Jtake1')
    expect(screen.getAllByText(/^7 of 20/).length).toBeGreaterThan(0)
  })
  test.each([
    ['09:01:00', 'while the next should be done: on the order', 'on the order'],
    ['09:16:00', 'as it should be good: on the order', 'on the order'],
    ['09:46:00', 'past that: behind by what has passed since', '30 min behind the order'],
    ['08:41:00', 'before the last good one should be: ahead', '20 min ahead of the order'],
  ])('at %s, %s', (clock, _, says) => {
    at(clock)
    roll()
    expect(pace()).toBe(says)
  })
  test('on another date no pace is counted, and it says why', () => {
    vi.useFakeTimers({ toFake: ['Date'], now: Date.parse('2026-11-25T09:00:00Z') })
    roll()
    expect(pace()).toBe('The box does not show Day 1; pace is not counted.')
  })
  test('the clock is the time of day by the frame', () => {
    at('09:33:20')
    vi.setSystemTime(Date.now() + 480)
    roll()
    expect(document.querySelector('[data-timecode]')!.textContent).toBe('09:33:20:12')
  })
  test('takes that are behind it stand with verdict, length and note, newest first', () => {
    at('08:50:00')
    roll()
    const lines = [...document.querySelectorAll('[data-logged]')].map((e) => e.getAttribute('data-logged'))
    expect(lines.slice(0, 4)).toEqual(['2H/2', '2H/1', '2 cold/1', 'W1/1'])
    expect(logged('2H/2').textContent).toBe('2H2good0:55')
    expect(logged('2H/1').textContent).toBe('2H1—0:51')
    expect(logged('2 cold/1').textContent).toMatch(/^2 cold1—3:44cold run without steam/)
    expect(logged('W1/1').textContent).toBe('W1–wild0:45plane on oak, close')
    expect(logged('2G/1').textContent).toBe('2G1no good1:28Corin looks down')
  })
})

describe('which shot', () => {
  beforeEach(() => at('08:50:00'))
  test('S goes to the next of the order that is still to be done, and at the last comes round', async () => {
    const user = roll()
    const seen: (string | null)[] = []
    for (let i = 0; i < 12; i++) {
      await user.keyboard('s')
      seen.push(slate())
    }
    expect(seen.slice(0, 2)).toEqual(['shot2Jtake1', 'shot2A–Dtake1'])
    expect(seen).not.toContain('shot2Htake3')
    expect(seen.indexOf('shot2Jtake1')).not.toBe(seen.lastIndexOf('shot2Jtake1'))
  })
  test('one of the order is taken by a press, and says when it is due', async () => {
    const user = roll()
    const row = button(/^4A/)
    expect(row.textContent).toContain('11:21')
    await user.click(row)
    expect(slate()).toBe('shot4Atake1')
  })
  test('a press on the ribbon goes to the shot of that hour', async () => {
    roll()
    goToMoment(14 * 60)
    await waitFor(() => expect(slate()).toContain('3A'))
  })
  test('while it rolls neither key nor press leaves the shot', async () => {
    const user = roll()
    await user.keyboard('s')
    await user.keyboard(' ')
    expect(button(/^Next shot/).disabled).toBe(true)
    await user.keyboard('s')
    await user.keyboard(' ')
    expect(slate()).toBe('shot2Jtake2')
  })
  test('shots that roll together are one slate, and a good take makes all of them good', async () => {
    const user = roll()
    await user.keyboard('ss g')
    const ids = ['2A', '2B', '2C', '2D'].map((code) => shotOf(code).id)
    expect(newest()).toMatchObject({ shotIds: ids, recorderIds: all('recorder').map((r) => r.id) })
    expect(newest().cameraIds).toHaveLength(4)
    expect(screen.getAllByText(/^11 of 20/).length).toBeGreaterThan(0)
  })
  test('once only is said before it rolls', async () => {
    const user = roll()
    expect(screen.queryByText('once only')).toBeNull()
    await user.keyboard('ss')
    expect(screen.getByText('once only')).toBeTruthy()
  })
  test('each camera shows its card and its shot; the take keeps the card it went to', async () => {
    const user = roll()
    await user.keyboard('ss')
    const camera = all('camera').find((c) => c.letter === 'C')!
    expect(button(/^C (will|off|not|rolling)/).textContent).toContain(`2A, ${shotOf('2A').focalLengthMm} mm`)
    expect(button(/^Card of C/).textContent).toMatch(/: C2, \d+ (min|h)$/)
    await user.keyboard(' ')
    const card = all('card').find((c) => c.label === 'C2')!
    expect(card.cameraId).toBe(camera.id)
    expect(newest().cardIds).toContain(card.id)
  })
  test('a camera that was not planned rolls when it is switched on', async () => {
    const user = roll()
    const a = all('camera').find((c) => c.letter === 'A')!
    await user.keyboard('s')
    expect(button(/^A (will|off|not|rolling)/).textContent).toContain('off')
    await user.click(button(/^A (will|off|not|rolling)/))
    await user.keyboard(' ')
    expect(newest().cameraIds).toContain(a.id)
    expect(button(/^A .*stop it/)).toBeTruthy()
  })
})

describe('by hand', () => {
  beforeEach(() => at('09:01:00'))
  test('a take is rolled, cut and judged by buttons that say what they will do', async () => {
    const user = roll()
    await user.keyboard('s')
    await user.click(button(/^Roll/))
    expect(screen.queryByRole('button', { name: /^Roll/ })).toBeNull()
    await user.click(button(/^Cut/))
    await user.click(button(/^No good/))
    expect(events(newest().id)).toEqual(['cut', 'no-good'])
    expect(logged('2J/1').textContent).toContain('no good')
  })
  test('the take that a verdict is for is named, with the verdict it has', async () => {
    const user = roll()
    const last = () => document.querySelector('[data-last-take]')!.textContent
    expect(last()).toBe('last 2H take 2, good')
    await user.keyboard('n')
    expect(last()).toBe('last 2H take 2, no good')
    await user.keyboard('g')
    await user.keyboard('w')
    expect(document.querySelector('[data-last-take]')).toBeNull()
    await user.keyboard(' ')
    expect(last()).toBe('last W2')
  })
  test('the newest verdict counts: no good after all', async () => {
    const user = roll()
    await user.keyboard('s')
    await user.click(button(/^Roll/))
    await user.click(button(/^Cut/))
    await user.click(button(/^Good/))
    await user.click(button(/^No good/))
    expect(events(newest().id)).toEqual(['cut', 'good', 'no-good'])
    expect(slate()).toBe('shot2Jtake2')
  })
  test('a note is kept by its button, none that is empty, none after Escape', async () => {
    const user = roll()
    await user.click(button(/^Note/))
    await user.click(button(/^Keep note/))
    await user.click(button(/^Note/))
    await user.keyboard('half a thought{Escape}')
    expect(screen.queryByLabelText('Note on the take')).toBeNull()
    expect(sent).toEqual([])
    await user.click(button(/^Note/))
    expect(screen.getByLabelText('Note on the take').getAttribute('placeholder')).toBe('Note on 2H take 2')
    await user.keyboard('  shavings fall well ')
    await user.click(button(/^Keep note/))
    expect(sent.map((edit) => edit.label)).toEqual(['2H take 2: note'])
    expect(logged('2H/2').textContent).toContain('shavings fall well')
  })
  test('wild sound waits until the cut', async () => {
    const user = roll()
    await user.click(button(/^Roll/))
    expect(button(/^Wild sound/).disabled).toBe(true)
    await user.keyboard('w')
    expect(takes().filter((t) => t.wild && !before.has(t.id))).toEqual([])
    await user.click(button(/^Cut/))
    await user.click(button(/^Wild sound/))
    expect(
      takes()
        .filter((t) => t.wild && !before.has(t.id))
        .map((t) => t.slate),
    ).toEqual(['W2'])
    expect(slate()).toBe('shotW2take1')
  })
})

describe('setting the box', () => {
  const box = () => all('timecodeBox')[0]!
  const open = async () => {
    at('09:01:00')
    demoWithBox('planner', 60_000)
    const user = roll()
    await user.click(button(/^Set the box/))
    return { user, field: screen.getByLabelText('Time of day for the box') }
  }
  test('to a time of day: ahead by what lies between it and what it shows', async () => {
    const { user, field } = await open()
    await user.type(field, '9:33{Enter}')
    // It showed 09:02, a minute ahead of this device.
    expect(box().offsetMs).toBe(60_000 + 31 * 60e3)
    expect(box().setAt).toBe('2026-05-14T08:01:00.000Z')
    expect(screen.queryByLabelText('Time of day for the box')).toBeNull()
  })
  test('a take that is logged before anybody has asked the box has the time that it was set to', async () => {
    at('09:01:00')
    demoWithBox('logger', -1_800_000)
    const user = roll()
    await user.keyboard(' ')
    expect(newest().startTimecode).toBe('08:31:00:00')
    expect([newest().startedAt, newest().deviceAt]).toEqual(['2026-05-14T07:31:00.000Z', '2026-05-14T08:01:00.000Z'])
  })
  test('to this device’s clock', async () => {
    const { user } = await open()
    await user.click(button(/^To this clock/))
    expect(box().offsetMs).toBe(0)
  })
  test.each(['933', '24:00', '09:60', 'noon'])('%s is no time of day', async (typed) => {
    const { user, field } = await open()
    await user.type(field, typed)
    await user.click(button(/^Set$/))
    expect(useProductionStore.getState().notice?.says).toBe('A time of day looks like 09:33.')
    expect(sent).toEqual([])
  })
  test('is for those who plan', () => {
    roll()
    expect(screen.queryByRole('button', { name: /^Set the box/ })).toBeNull()
  })
})

describe('with nothing planned', () => {
  test('it rolls at once: begin, switch the camera on, roll', async () => {
    openDemo('planner', (records) => ({
      ...records,
      place: {},
      day: {},
      orderItem: {},
      shot: {},
      camera: {},
      recorder: {},
      take: {},
      takeEvent: {},
    }))
    const user = roll()
    await user.click(button(/^Begin today/))
    await user.click(button(/^A (will|off|not|rolling)/))
    await user.keyboard(' ')
    expect(newest()).toMatchObject({ slate: '1', number: 1, shotIds: [], orderItemId: null })
    expect(newest().cameraIds).toHaveLength(1)
  })
  test('a slate is what was typed, or the shot of that code', async () => {
    openDemo('logger', (records) => ({ ...records, orderItem: {}, take: {}, takeEvent: {} }))
    const user = roll()
    await user.keyboard('c')
    await user.keyboard('12b{Enter}')
    expect(slate()).toContain('12b')
    await user.type(screen.getByLabelText(/^Call up/), '4a{Enter}')
    await user.keyboard(' ')
    expect(newest()).toMatchObject({ slate: '4A', shotIds: [shotOf('4A').id], orderItemId: null })
  })
  test('with nothing switched on it says what the take would have', () => {
    openDemo('logger', (records) => ({ ...records, orderItem: {}, take: {}, takeEvent: {} }))
    roll()
    expect(screen.getByText(/^Nothing is switched on/)).toBeTruthy()
  })
})

const C9 = '01978a00-0000-7000-8000-0000000000c9'
const JETTY = '01978a00-0000-7000-8000-0000000000e2'
/** From 2H, where the morning stands, to the bend: what happens once, on four cameras. */
const atTheBend = async () => {
  const user = roll()
  await user.keyboard('ss')
  return user
}

describe('devices of their own', () => {
  /** Without those of the morning. */
  const runs = () => all('run').filter((run) => run.startedAt > '2026-05-14T07:45')
  const stopsOf = (letter: string) => {
    const camera = all('camera').find((c) => c.letter === letter)!
    const own = runs().filter((run) => run.cameraId === camera.id)
    return own.map((run) => all('runStop').find((stop) => stop.runId === run.id)?.how ?? null)
  }
  beforeEach(() => at('09:01:00'))
  test('each camera has its run; one that stops by itself and one that starts late are told so', async () => {
    const user = await atTheBend()
    await user.click(button(/^D will roll/))
    await user.keyboard(' ')
    await user.click(button(/^D .*: start it/))
    await user.click(button(/^C .*stop it/))
    expect(stopsOf('C')).toEqual(['key'])
    expect(stopsOf('D')).toEqual([null])
    // Twice, since it happens once only.
    await user.keyboard('  ')
    expect(stopsOf('D')).toEqual(['cut'])
    expect(stopsOf('C')).toEqual(['key'])
    expect(runs().every((run) => run.takeId === newest().id)).toBe(true)
  })
  test('a card that is changed while it rolls ends one run and begins the next on the other card', async () => {
    openDemo('logger', (records) => {
      const [box] = Object.values(records.timecodeBox)
      const camera = Object.values(records.camera).find((c) => c.letter === 'C')!
      const card = { ...Object.values(records.card)[0]!, id: C9, label: 'C9', cameraId: camera.id, recorderId: null }
      return {
        ...records,
        timecodeBox: { [box!.id]: { ...box!, offsetMs: 0, driftPpm: 0 } },
        card: { ...records.card, [C9]: card },
      } as unknown as typeof records
    })
    const user = await atTheBend()
    await user.keyboard(' ')
    await user.click(button(/^Card of C/))
    await user.click(await screen.findByRole('menuitem', { name: 'C2 out, C9 in' }))
    expect(stopsOf('C')).toEqual(['card full', null])
    expect(
      all('cardMove')
        .slice(-2)
        .map((move) => [move.type, move.cardId === C9]),
    ).toEqual([
      ['out', false],
      ['in', true],
    ])
    expect(runs().at(-1)!.cardId).toBe(C9)
    expect(button(/^Card of C/).textContent).toMatch(/: C9/)
  })
  test('a fresh battery is logged by two presses, counts from then, and is asked for before a take it does not last', async () => {
    at('09:20:00')
    const user = await atTheBend()
    expect(button(/^Card of B: B1, 63 min ?, battery about (9|10) min$/)).toBeTruthy()
    expect(screen.getByText(/the battery in [^.]*B[^.]* does not last a take of 15 min/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: /^Card of C.*battery/ })).toBeNull()
    await user.click(button(/^Card of B/))
    await user.click(await screen.findByRole('menuitem', { name: 'Fresh battery in B' }))
    const b = all('camera').find((c) => c.letter === 'B')!
    expect(all('batteryChange').at(-1)).toMatchObject({ cameraId: b.id, recorderId: null })
    expect(button(/^Card of B: .*, battery about 1(09|10) min$/)).toBeTruthy()
    expect(screen.queryByText(/the battery in [^.]*B/)).toBeNull()
    await user.click(button(/^Card of B/))
    await user.click(await screen.findByRole('menuitem', { name: /^No fresh battery in B 0 min ago/ }))
    expect(button(/^Card of B: .*, battery about (9|10) min$/)).toBeTruthy()
  })
  test('one that goes on after the cut outlives the take', async () => {
    const user = await atTheBend()
    await user.click(button(/^Card of D/))
    await user.click(await screen.findByRole('menuitem', { name: 'D goes on after the cut' }))
    await user.keyboard(' ')
    await user.keyboard('  ')
    expect(stopsOf('D')).toEqual([null])
    expect(button(/^D .*stop it/)).toBeTruthy()
    before = new Set(takes().map((t) => t.id))
    await user.keyboard(' ')
    const d = all('camera').find((c) => c.letter === 'D')!
    expect(newest().cameraIds).toContain(d.id)
    expect(runs().filter((run) => run.cameraId === d.id)).toHaveLength(1)
  })
  test('what happens once is cut by a held press or by two, not by one', async () => {
    const user = await atTheBend()
    await user.keyboard(' ')
    await user.keyboard(' ')
    expect(events(newest().id)).toEqual([])
    expect(button(/^Hold, or again/)).toBeTruthy()
    await user.click(button(/^Hold, or again/))
    expect(events(newest().id)).toEqual(['cut'])
  })
  test('a held press cuts once, and the lift of the thumb rolls nothing', async () => {
    const user = await atTheBend()
    await user.keyboard(' ')
    await user.pointer({ keys: '[MouseLeft>]', target: button(/^Cut/) })
    await waitFor(() => expect(events(newest().id)).toEqual(['cut']), { timeout: 3000 })
    await user.pointer({ keys: '[/MouseLeft]', target: button(/^Roll/) })
    expect(takes()).toHaveLength(before.size + 1)
  })
  test('before what happens once rolls, all that is missing is said large', async () => {
    const user = await atTheBend()
    for (const recorder of all('recorder')) {
      const own = screen.queryByRole('button', { name: new RegExp(`^${recorder.letter} will roll`) })
      if (own) await user.click(own)
    }
    expect(document.querySelector('[data-before]')!.textContent).toMatch(/No sound\./)
    expect(screen.getByRole('alert')).toBe(document.querySelector('[data-before]'))
  })
  test('what is switched by hand is kept through a reload', async () => {
    const user = roll()
    const was = button(/^R (will|off|not|rolling)/).getAttribute('aria-pressed')
    await user.click(button(/^R (will|off|not|rolling)/))
    cleanup()
    roll()
    expect(button(/^R (will|off|not|rolling)/).getAttribute('aria-pressed')).not.toBe(was)
  })
})

describe('putting right', () => {
  beforeEach(() => at('09:01:00'))
  const correcting = () => document.querySelector<HTMLElement>('[data-correcting]')!
  const openTake = async (user: ReturnType<typeof roll>, take: string) => user.click(logged(take))
  test('any take of the day is judged anew', async () => {
    const user = roll()
    await openTake(user, '2G/1')
    await user.click(within(correcting()).getByRole('button', { name: 'Best' }))
    expect(logged('2G/1').textContent).toContain('best')
  })
  test('undo takes back what was logged last, by a further entry, and never touches the plan', async () => {
    const user = roll()
    await user.keyboard('n')
    expect(logged('2H/2').textContent).toContain('no good')
    expect(useUndoHere.getState().here!.label).toBe('Take back “no-good” of 2H take 2')
    undo()
    await waitFor(() => expect(logged('2H/2').textContent).toBe('2H2good0:55'))
    expect(sent.flatMap((edit) => edit.changes.map((c) => c.op)).every((op) => op === 'create')).toBe(true)
  })
  test('a false start is struck and does not count', async () => {
    const user = roll()
    await openTake(user, '2H/2')
    await user.click(within(correcting()).getByRole('button', { name: 'False start' }))
    expect(logged('2H/2').textContent).toContain('false start')
    expect(screen.getAllByText(/^6 of 20/).length).toBeGreaterThan(0)
    expect(slate()).toBe('shot2Htake3')
  })
  test('moved to another shot and number, with why kept', async () => {
    const user = roll()
    await openTake(user, '2H/2')
    const panel = within(correcting())
    await user.clear(panel.getByLabelText('Slate'))
    await user.type(panel.getByLabelText('Slate'), '2J')
    await user.clear(panel.getByLabelText('Shots'))
    await user.type(panel.getByLabelText('Shots'), '2j')
    await user.type(panel.getByLabelText('Why'), 'wrong board')
    await user.click(panel.getByRole('button', { name: 'Correct it' }))
    expect(all('correction')).toMatchObject([{ slate: '2J', number: 2, shotIds: [shotOf('2J').id], reason: 'wrong board' }]) // prettier-ignore
    expect(document.querySelector('[data-logged="2J/2"]')).toBeTruthy()
  })
  test('a shot that does not exist is told, and nothing is written', async () => {
    const user = roll()
    await openTake(user, '2H/2')
    const panel = within(correcting())
    await user.clear(panel.getByLabelText('Shots'))
    await user.type(panel.getByLabelText('Shots'), '99Z')
    await user.click(panel.getByRole('button', { name: 'Correct it' }))
    expect(screen.getByText('There is no shot 99Z.')).toBeTruthy()
    expect(sent).toEqual([])
  })
  test('a run’s stop and card are put right, and a label that cannot be is refused', async () => {
    const user = await atTheBend()
    await user.keyboard(' ')
    vi.setSystemTime(Date.now() + 60_000)
    await user.keyboard('  ')
    await openTake(user, '2A–D/1')
    const panel = within(correcting())
    const run = all('run').find((one) => one.takeId === newest().id)
    const letter = all('camera').find((c) => c.id === run!.cameraId)!.letter
    const until = panel.getByLabelText(`${letter} to`)
    await user.clear(until)
    await user.type(until, '09:01:30:77')
    await user.click(panel.getByRole('button', { name: 'Correct it' }))
    expect(screen.getByText(/^09:01:30:77 is no label/)).toBeTruthy()
    await user.clear(until)
    await user.type(until, '09:01:30:00')
    await user.click(panel.getByRole('button', { name: 'Correct it' }))
    expect(all('correction')).toMatchObject([{ runId: run!.id, stopTimecode: '09:01:30:00' }])
    expect(all('correction')[0]!.stoppedAt).toBe('2026-05-14T08:01:30.000Z')
  })
  test('a shot is dropped for today with a reason, and is no longer waited for', async () => {
    const user = roll()
    await user.keyboard('s')
    await user.click(button(/^2J otherwise/))
    await user.click(await screen.findByRole('menuitem', { name: /^Drop for today/ }))
    await user.keyboard('rain{Enter}')
    expect(all('shotMark')).toMatchObject([{ type: 'dropped', reason: 'rain', shotId: shotOf('2J').id }])
    expect(slate()).toBe('shot2A–Dtake1')
    expect(screen.getAllByText(/^7 of 19/).length).toBeGreaterThan(0)
  })
})

describe('a second unit', () => {
  test('rolls while the first does, on its own slate', async () => {
    at('09:01:00')
    openDemo('logger', (records) => ({
      ...records,
      unit: { [JETTY]: { id: JETTY, version: 1, name: 'Jetty' } } as never,
    }))
    const user = roll()
    await user.keyboard('s ')
    expect(newest().unitId).toBeNull()
    before = new Set(takes().map((t) => t.id))
    await user.selectOptions(screen.getByLabelText('This device logs for'), 'Jetty')
    expect(button(/^Roll/)).toBeTruthy()
    await user.type(screen.getByLabelText(/^Call up/), '7x{Enter}')
    await user.keyboard(' ')
    expect(newest()).toMatchObject({ unitId: JETTY, slate: '7x' })
    await user.selectOptions(screen.getByLabelText('This device logs for'), 'Main unit')
    expect(button(/^Cut/)).toBeTruthy()
    expect(slate()).toBe('shot2Jtake1')
  })
})

describe('before the first take of a setup', () => {
  const steps = () => document.querySelector<HTMLElement>('[data-steps]')
  const withSteps = () =>
    openDemo('logger', (records) => ({
      ...records,
      stepDone: {},
      setup: Object.fromEntries(Object.values(records.setup).map((setup) => [setup.id, { ...setup, steps: 'Sandbags on\nMirror blacked' }])), // prettier-ignore
    }))
  test('its checklist is there until a take of it is begun, ticked and unticked by entries, and holds nobody up', async () => {
    withSteps()
    const user = roll()
    const unbegun = all('shot').find((shot) => shot.code === '3A')!
    await user.keyboard('c')
    await user.type(document.activeElement!, `${unbegun.code}{Enter}`)
    expect(steps()!.textContent).toMatch(/^.*2 of 2 still to do before the first take/)
    await user.click(within(steps()!).getByLabelText('Sandbags on'))
    expect(steps()!.textContent).toMatch(/1 of 2 still to do/)
    await user.click(within(steps()!).getByLabelText('Mirror blacked'))
    expect(steps()!.textContent).toMatch(/All done for the first take/)
    // The tick still has the focus: Enter is its key here, since space rolls.
    await user.keyboard('{Enter}')
    expect(all('stepDone').map(({ step, done }) => [step, done])).toEqual([
      ['Sandbags on', true],
      ['Mirror blacked', true],
      ['Mirror blacked', false],
    ])
    await user.keyboard(' ')
    expect(takes()).toHaveLength(before.size + 1)
    expect(steps()).toBeNull()
    await user.keyboard(' ')
    expect(steps()).toBeNull()
  })
  test('a setup that was taken already shows none', () => {
    withSteps()
    roll()
    // What the demo stands at is of a setup that has takes.
    expect(steps()).toBeNull()
  })
})
