// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { stamp } from '../../store/clock.ts'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { PatchScreen } from './PatchScreen.tsx'
import type { Tables } from '@kavrell/core/records'

const answer = () => document.querySelector('[data-answer]')?.textContent
const cell = (line: string, letter: string) => {
  const row = document.querySelector<HTMLElement>(`[data-line="${line}"]`)!
  const at = [...row.querySelectorAll<HTMLElement>('[data-stands]')].find((one) => one.textContent.startsWith(`${letter}, `))! // prettier-ignore
  return { stands: at.getAttribute('data-stands'), says: at.textContent, at }
}
const onlyRadio = (records: Tables) => ({ ...records, setUpLine: {}, setUpException: {}, setUpLook: {}, soundSource: {}, soundWay: {}, soundHeard: {} }) // prettier-ignore
beforeEach(() => {
  sent.length = 0
})

describe('what is on the air, and clocks', () => {
  test('a talkback that disturbs a lav is told, and set clear by a press as one edit', async () => {
    openDemo('planner', onlyRadio)
    const user = draw(<PatchScreen />, 'patch')
    expect(answer()).toMatch(/cannot stay as set/)
    expect(screen.getAllByText(/together make 608.6 MHz, 0 kHz from it/).length).toBeGreaterThan(0)
    await user.click(screen.getByRole('button', { name: /^Set .* to .* MHz$/ }))
    // Nobody has looked at anything: it says no more than it reckoned.
    expect(answer()).toBe('By the reckoning nothing on the air disturbs another')
    expect(sent).toHaveLength(1)
  })
  test('clocks that were never set are told, and setting one writes what it had been ahead', async () => {
    openDemo('logger')
    const user = draw(<PatchScreen />, 'patch')
    expect(screen.getByText(/clocks never set/)).toBeTruthy()
    await user.type(screen.getByLabelText('A was ahead by, milliseconds'), '−12')
    await user.click(screen.getByRole('button', { name: 'A is set' }))
    const [edit] = sent
    expect(edit!.changes).toMatchObject([{ kind: 'jam', fields: { seenMs: -12 } }])
  })
  test('an empty production teaches the step', async () => {
    openDemo('planner', (records) => ({ ...records, transmitter: {}, camera: {}, recorder: {} }))
    const user = draw(<PatchScreen />, 'patch')
    await user.click(screen.getByRole('button', { name: 'Add a transmitter' }))
    expect(Object.values(useProductionStore.getState().records.transmitter ?? {})).toHaveLength(1)
  })
})

describe('the card', () => {
  test('the camera that spoils the pictures is the answer; set and looked at, the next difference is', async () => {
    openDemo('logger')
    const user = draw(<PatchScreen />, 'patch')
    expect(answer()).toBe('D is set to frame rate 30, wanted is 25')
    expect(cell('frame rate', 'D')).toMatchObject({ stands: 'differs' })
    await user.click(screen.getByRole('button', { name: 'D, frame rate: set to 25' }))
    expect(sent[0]!.changes).toMatchObject([{ kind: 'setUpLook', fields: { shown: '25' } }])
    expect(cell('frame rate', 'D').stands).not.toBe('differs')
    expect(answer()).toBe('D is set to colour profile log, flat, wanted is log, wide')
  })
  test('what was seen before a fresh battery is only what it was', () => {
    openDemo('logger')
    draw(<PatchScreen />, 'patch')
    // A had a fresh battery at 08:05, and was gone through at 04:44.
    expect(cell('frame rate', 'A')).toMatchObject({ stands: 'before power-up' })
    expect(cell('frame rate', 'C')).toMatchObject({ stands: 'agrees' })
    expect(cell('white', 'B')).toMatchObject({ stands: 'not looked at' })
    expect(document.body.textContent).toMatch(/at \d+ nobody looked since/)
  })
  test('a camera is gone through line by line: as wanted with one press, otherwise with a word', async () => {
    openDemo('logger')
    const user = draw(<PatchScreen />, 'patch')
    await user.click(cell('white', 'B').at)
    const going = () => screen.getByRole('group', { name: 'Camera B, line by line' })
    expect(within(going()).getByText('white: 4300 K')).toBeTruthy()
    expect(within(going()).getByText('Nobody has looked yet.')).toBeTruthy()
    await user.click(within(going()).getByRole('button', { name: 'It shows 4300 K' }))
    expect(cell('white', 'B').stands).toBe('agrees')
    expect(within(going()).getByText('ISO: 800')).toBeTruthy()
    await user.type(within(going()).getByLabelText('What B shows instead'), ' 1600 {Enter}')
    expect(cell('ISO', 'B')).toMatchObject({ stands: 'differs' })
    expect(sent.map(({ label }) => label)).toEqual(['B, white: 4300 K', 'B, ISO: 1600'])
    await user.click(within(going()).getByRole('button', { name: 'Close' }))
    expect(screen.queryByRole('group', { name: 'Camera B, line by line' })).toBeNull()
  })
  test('is written from the job with one press and one undo, and guesses nothing', async () => {
    openDemo('planner', onlyRadio)
    const user = draw(<PatchScreen />, 'patch')
    await user.click(screen.getByRole('button', { name: 'Write the card from the job' }))
    expect(sent).toHaveLength(1)
    const line = (name: string) => all('setUpLine').find((one) => one.name === name)
    expect([line('frame rate')!.wanted, line('codec')!.wanted]).toEqual(['25', ''])
    expect(cell('codec', 'A').stands).toBe('nothing wanted')
    expect(document.body.textContent).toMatch(
      /0 of 48 settings were seen to be as wanted, 0 to differ, at 48 nobody looked/,
    )
  })
  test('lines are changed: another wish of one camera, a line taken off', async () => {
    openDemo('planner')
    const user = draw(<PatchScreen />, 'patch')
    await user.click(screen.getByRole('button', { name: 'Change the card' }))
    await user.type(screen.getByLabelText('frame rate of D on purpose'), '30')
    await user.tab()
    const shutter = document.querySelector<HTMLElement>('[data-card-line="shutter"]')!
    await user.click(within(shutter).getByRole('button', { name: 'Take off' }))
    await user.click(screen.getByRole('button', { name: 'Done' }))
    expect(cell('frame rate', 'D').stands).not.toBe('differs')
    expect(document.querySelector('[data-line="shutter"]')).toBeNull()
  })
  test('a reader sees it and changes nothing', () => {
    openDemo('reader')
    draw(<PatchScreen />, 'patch')
    expect(cell('frame rate', 'D').at.tagName).toBe('DIV')
    expect(screen.queryByRole('button', { name: /set to 25/ })).toBeNull()
  })
})

test('where all settings are seen it still says which sounds nobody has heard arrive', async () => {
  openDemo('planner', (records) => ({ ...records, setUpLine: {}, setUpException: {}, setUpLook: {}, transmitter: {}, soundSource: Object.fromEntries(Object.entries(records.soundSource).map(([id, one]) => [id, { ...one, transmitterId: null, hears: [] }])) })) // prettier-ignore
  const user = draw(<PatchScreen />, 'patch')
  expect(answer()).toMatch(/^\d sounds of 11 nobody has heard arrive$/)
  for (let left = Number.parseInt(answer()!); left > 0; left--)
    await user.click(screen.getByRole('button', { name: /^Heard on/ }))
  expect(answer()).toBe('11 sounds heard as wanted')
})

describe('sounds', () => {
  const voice = (name: string) => document.querySelector<HTMLElement>(`[data-voice^="${name}"]`)!
  test('a voice whose recordings die of one cause is told with what it would take', async () => {
    openDemo('planner')
    const user = draw(<PatchScreen />, 'patch')
    expect(voice('Corin').textContent).toContain('1 device records it, 1 of 2 independent; all by recorder R')
    expect(voice('Edda').textContent).toContain('2 of 2 independent')
    await user.click(within(voice('Corin')).getAllByRole('button')[0]!)
    expect(voice('Corin').textContent).toContain('2 of 2 independent')
    expect(sent).toHaveLength(1)
  })
  test('listening goes from way to way; what was not heard is no recording any more', async () => {
    openDemo('logger')
    const user = draw(<PatchScreen />, 'patch')
    const listening = () => screen.getByRole('group', { name: 'Listening, one way after the other' })
    const before = listening().textContent
    await user.click(within(listening()).getByRole('button', { name: /^Heard on/ }))
    expect(listening().textContent).not.toBe(before)
    expect(sent[0]!.changes).toMatchObject([{ kind: 'soundHeard', fields: { heard: true } }])
    const boom = document.querySelector<HTMLElement>('[data-source="Boom"]')!
    for (const i of [0, 1]) {
      await user.click(within(boom).getAllByRole('button')[i]!)
      await user.click(await screen.findByRole('menuitem', { name: 'Not heard there' }))
    }
    expect(voice('Edda').textContent).toContain('1 of 2 independent')
  })
  test('a source is laid into an input that is left over, and taken out again', async () => {
    openDemo('planner')
    const user = draw(<PatchScreen />, 'patch')
    await user.click(screen.getByRole('button', { name: 'Lay into: Room pair' }))
    await user.click(await screen.findByRole('menuitem', { name: 'S, input 2' }))
    const row = () => document.querySelector<HTMLElement>('[data-source="Room pair"]')
    expect(row()!.querySelectorAll('[data-heard]')).toHaveLength(2)
    await user.click(within(row()!).getByRole('button', { name: /^Change/ }))
    await user.click(within(row()!).getByRole('button', { name: 'Take out' }))
    expect(row()).toBeNull()
    expect(all('soundWay').filter(({ gone }) => gone)).toHaveLength(2)
  })
})

test('a key colour stays away from wardrobe and palettes, and the usual ones are held against the same', () => {
  openDemo('planner')
  draw(<PatchScreen />, 'patch')
  const difference = (key: string) =>
    Number(document.querySelector(`[data-key="${key}"]`)!.getAttribute('data-difference'))
  expect(difference('proposed')).toBeGreaterThanOrEqual(difference('green') - 4)
  expect(difference('proposed')).toBeGreaterThanOrEqual(difference('blue') - 4)
  expect(document.querySelector('[data-key="proposed"]')!.textContent).toMatch(/from .*, the nearest/)
})

describe('what a clock was seen to show', () => {
  const clockRow = (letter: string) => document.querySelector<HTMLElement>(`[data-clock="${letter}"]`)!
  test('in another zone is told in words, and no label is refused in a sentence with nothing logged', async () => {
    openDemo('logger')
    const user = draw(<PatchScreen />, 'patch')
    const shows = within(clockRow('B')).getByRole('textbox', { name: 'B shows' })
    await user.type(shows, 'half past{Enter}')
    expect(clockRow('B').textContent).toContain('“half past” is no timecode')
    expect(sent).toHaveLength(0)
    await user.clear(shows)
    // An hour behind the place: its clock was left in UTC.
    const before = all('clockLook').length
    const hourAgo = new Date(stamp().atMs - 3_600_000).toLocaleTimeString('en-GB', { timeZone: 'Europe/London' })
    await user.type(shows, `${hourAgo}:00{Enter}`)
    expect(all('clockLook')).toHaveLength(before + 1)
    expect(clockRow('B').textContent).toMatch(/behind: another zone, or summer time/)
  })
})

describe('a card that changes', () => {
  test('with a shot: its rate is taken from the shot, once, and is no setting of the card between', async () => {
    openDemo('planner')
    const user = draw(<PatchScreen />, 'patch')
    const before = cell('frame rate', 'A').says
    await user.click(screen.getByRole('button', { name: 'Change the card' }))
    await user.click(screen.getByRole('button', { name: /rates? from the shots$/ }))
    const own = all('setUpException').filter(({ shotId }) => shotId !== null)
    expect(own.map(({ wanted }) => wanted)).toContain('200')
    expect(document.querySelectorAll('[data-change]')).toHaveLength(own.length)
    expect(screen.queryByRole('button', { name: /rates? from the shots$/ })).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Done' }))
    expect(cell('frame rate', 'A').says).toBe(before)
  })
  test('that came from another job says so until somebody has said of each line that it holds', async () => {
    openDemo('planner', (records) => {
      const [id, line] = Object.entries(records.setUpLine)[0]!
      return { ...records, setUpLine: { ...records.setUpLine, [id]: { ...line, carriedFrom: 'The Other One' } } }
    })
    const user = draw(<PatchScreen />, 'patch')
    expect(document.querySelector('[data-carried]')!.textContent).toContain('nobody has said yet')
    await user.click(screen.getByRole('button', { name: 'It holds here' }))
    expect(document.querySelector('[data-carried]')).toBeNull()
  })
})

test('what the scanner hears and nobody listed is told at whom it is near; listed, it is avoided', async () => {
  openDemo('planner', (records) => {
    const levels = Array.from({ length: 320 }, (_, i) => [606_000 + i * 25, i >= 224 && i <= 226 ? -70 : -104])
    return { ...onlyRadio(records), radioScan: { s: { id: 's', version: 1, from: 'Scanner', levels, scannedAt: '2026-05-14T05:00:00.000Z', deviceAt: null } } } as never // prettier-ignore
  })
  const user = draw(<PatchScreen />, 'patch')
  expect(screen.getByText('The scanner heard something at 611.6 MHz, -70 dBm, that is not listed.')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'List it' }))
  expect(all('radioStation').map(({ name }) => name)).toContain('Heard at 611.6 MHz')
  expect(document.querySelector('[data-scanner]')!.textContent).toContain('nothing stood out that is not listed')
})
