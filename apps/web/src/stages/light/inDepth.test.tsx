// @vitest-environment jsdom
import { fireEvent, screen, within } from '@testing-library/react'
import { readFileSync } from 'node:fs'
import { beforeEach, describe, expect, test } from 'vitest'
import { undo } from '../../store/undo.ts'
import { inTime } from '../../inTime.ts'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, pointer } from '../../testing.tsx'
import { LightScreen } from './LightScreen.tsx'

beforeEach(() => openDemo('planner'))
const notice = () => useProductionStore.getState().notice?.says
const setup = (letter: string) => all('setup').find((s) => s.letter === letter)!
const lampsOf = (letter: string) => all('lamp').filter((l) => l.setupId === setup(letter).id)
const open = async (letter: string) => {
  const user = draw(<LightScreen />, 'light')
  await user.click(screen.getByRole('tab', { name: new RegExp(`^${letter}`) }))
  return user
}
const section = (title: string | RegExp) => within(screen.getByRole('heading', { name: title }).closest('section')!)
const view = (user: Awaited<ReturnType<typeof open>>, name: string) => user.click(screen.getByRole('tab', { name }))
const key = (letter: string) => lampsOf(letter).find((l) => l.role === 'key')!
const choose = (user: Awaited<ReturnType<typeof open>>, letter: string) =>
  user.click(section('Lamps').getByRole('button', { name: new RegExp(`key, ${key(letter).name}`) }))

describe('what is on a lamp', () => {
  test('is put on and taken off, says what it gives so, and goes with a copy of the setup', async () => {
    const user = await open('E')
    await choose(user, 'E')
    const gives = () => Number(/So it gives ([\d,]+) lx/.exec(document.body.textContent)![1]!.replace(',', ''))
    const bare = gives()
    await user.selectOptions(screen.getByLabelText('Put something on it'), 'scrim-double')
    expect(key('E').fittings).toEqual(['scrim-double'])
    expect(gives() / bare).toBeCloseTo(0.5, 1)
    await user.click(screen.getByRole('button', { name: /^Make another from E/ }))
    const made = all('setup').find((s) => s.parentId === setup('E').id)!
    expect(all('lamp').find((l) => l.setupId === made.id && l.role === 'key')!.fittings).toEqual(['scrim-double'])
    undo()
    await user.click(screen.getByRole('tab', { name: /^E/ }))
    await choose(user, 'E')
    await user.click(screen.getByRole('button', { name: 'Take off Double scrim' }))
    expect(key('E').fittings).toEqual([])
  })
  test('is told where it would burn', async () => {
    const user = await open('B')
    await user.click(section('Lamps').getByRole('button', { name: /tungsten/ }))
    await user.selectOptions(screen.getByLabelText('Put something on it'), 'dome-90')
    expect(screen.getByText(/^It gets hot/)).toBeTruthy()
  })
})

describe('a lamp of one’s own', () => {
  test('is kept as it stands, and can be put up again', async () => {
    const user = await open('E')
    await choose(user, 'E')
    await user.click(screen.getByRole('button', { name: 'Keep as a lamp of your own' }))
    const [own] = all('ownLamp')
    expect(own).toMatchObject({ name: key('E').name, luxAt1m: key('E').luxAt1m })
    expect(key('E').ownLampId).toBe(own!.id)
    await user.selectOptions(screen.getByLabelText('Add a lamp'), own!.id)
    expect(lampsOf('E').filter((l) => l.ownLampId === own!.id)).toHaveLength(2)
  })
  const brought = async (name: string, text: string) => {
    const user = await open('E')
    await choose(user, 'E')
    await user.upload(screen.getByLabelText('Photometric file'), new File([text], name))
    return user
  }
  test('comes from a photometric file, with its light in every direction drawn', async () => {
    const text = readFileSync('packages/core/vectors/ies/irregular.ies', 'utf8')
    await brought('irregular.ies', text)
    await inTime(() => expect(all('ownLamp')).toHaveLength(1))
    const [own] = all('ownLamp')
    expect(own!.candelas!.gammaDeg.length).toBeGreaterThan(2)
    expect(key('E').ownLampId).toBe(own!.id)
    await inTime(() => expect(screen.getByRole('img', { name: /^Candela of/ })).toBeTruthy())
  })
  test('does not come from a file that is none; it is said where it goes wrong', async () => {
    await brought('notes.ies', 'IESNA:LM-63-2002\nTILT=NONE\n1 1000 1 3 x 1 1 0 0 0')
    await inTime(() => expect(notice()).toMatch(/^notes\.ies is not read\. Line 3: “x” is no number/))
    expect(all('ownLamp')).toEqual([])
  })
})

describe('cues', () => {
  test('change levels, are judged, and may be meant', async () => {
    const user = await open('E')
    await view(user, 'Within a shot')
    await user.click(screen.getByRole('button', { name: 'Add a cue' }))
    const [cue] = all('lightCue').filter((c) => c.setupId === setup('E').id)
    await user.selectOptions(screen.getByLabelText(`A lamp that ${cue!.name} changes`), key('E').id)
    const level = screen.getByLabelText(new RegExp(`${key('E').name} after`))
    await user.clear(level)
    await user.type(level, '140{Enter}')
    expect(notice()).toBe('Level is between 0 and 100 %.')
    await user.clear(level)
    await user.type(level, '50{Enter}')
    expect(all('lightCue').find((c) => c.id === cue!.id)!.levels).toEqual({ [key('E').id]: 50 })
    expect(section('Cues of light').getByText(/4A [\d.]+ stops? short/)).toBeTruthy()
  })
})

describe('the meter', () => {
  test('is typed, held against the plan, and corrects a lamp by one press', async () => {
    const user = await open('E')
    await view(user, 'Metered')
    await user.selectOptions(screen.getByLabelText('Lit by'), key('E').id)
    await user.type(screen.getByLabelText('Meter said, lx'), '300{Enter}')
    expect(all('meterReading').filter((m) => m.setupId === setup('E').id)).toMatchObject([
      { lux: 300, lampId: key('E').id },
    ])
    expect(screen.getByText(/stops less than planned/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Make the plan agree …' }))
    await user.click(screen.getByRole('button', { name: new RegExp(`^${key('E').name.replaceAll('.', '\\.')} gives`) }))
    expect(screen.getByText('as planned')).toBeTruthy()
  })
  test('that says nothing is refused; the one to practise with says something', async () => {
    const user = await open('E')
    await view(user, 'Metered')
    await user.type(screen.getByLabelText('Meter said, lx'), 'much{Enter}')
    expect(all('meterReading').filter((m) => m.setupId === setup('E').id)).toEqual([])
    await user.clear(screen.getByLabelText('Meter said, lx'))
    await user.click(screen.getByRole('button', { name: 'Ask the practice meter' }))
    expect(Number(screen.getByLabelText<HTMLInputElement>('Meter said, lx').value)).toBeGreaterThan(0)
  })
})

describe('building', () => {
  test('says minutes by parts and takes them by a press', async () => {
    const user = await open('D')
    await view(user, 'To build')
    const button = screen.getByRole('button', { name: /^Take \d+ min/ })
    await user.click(button)
    expect(`Take ${setup('D').buildMin} min`).toBe(button.textContent)
  })
  test('a plan B is the setup without what is ticked, and takes its shots over', async () => {
    const user = await open('D')
    await view(user, 'To build')
    const edge = lampsOf('D').find((l) => l.role === 'edge')!
    await user.click(screen.getByRole('checkbox', { name: new RegExp(`without the edge, ${edge.name}`) }))
    await user.click(screen.getByRole('button', { name: 'Make a plan B without 1 thing' }))
    const planB = all('setup').find((s) => s.planBOf === setup('D').id)!
    expect(all('lamp').filter((l) => l.setupId === planB.id)).toHaveLength(lampsOf('D').length - 1)
    expect(screen.getByText(new RegExp(`^Plan B is ${planB.letter}`))).toBeTruthy()
    const shots = all('shot').filter((s) => s.setupId === setup('D').id).length
    await user.click(screen.getByRole('tab', { name: new RegExp(`^${planB.letter}`) }))
    await view(user, 'To build')
    await user.click(screen.getByRole('button', { name: new RegExp(`^Take it: ${shots} shots of D`) }))
    expect(all('shot').filter((s) => s.setupId === planB.id)).toHaveLength(shots)
    expect(all('shot').some((s) => s.setupId === setup('D').id)).toBe(false)
  })
})

test('from the side a lamp is raised by its keys, and stands where it stood', async () => {
  const user = await open('D')
  await view(user, 'Side view')
  const before = key('D')
  const plans = screen.getAllByRole('group', { name: /from the side/ })
  const grip = within(plans[0]!).getByRole('button', { name: /^Lamp 1 key/ })
  grip.focus()
  fireEvent.keyDown(grip, { key: 'ArrowUp', shiftKey: true })
  expect(key('D').heightM - before.heightM).toBeCloseTo(0.5, 6)
  expect(key('D')).toMatchObject({ xM: before.xM, yM: before.yM })
  await user.click(screen.getByRole('tab', { name: 'From its right' }))
  fireEvent.keyDown(within(screen.getByRole('group', { name: /from the side/ })).getByRole('button', { name: /^Lamp 1 key/ }), { key: 'ArrowRight' }) // prettier-ignore
  expect(key('D').yM - before.yM).toBeCloseTo(-0.05, 6)
})

test('what was only pressed is not in the hand: a place that is typed moves it on the plan', async () => {
  const user = await open('D')
  const grip = document.querySelector('[data-thing="lamp"]')!
  pointer(grip, 'down', 10, 10)
  pointer(grip, 'up', 10, 10)
  const before = grip.getAttribute('transform')
  const field = screen.getByLabelText<HTMLInputElement>(/^Across/)
  await user.clear(field)
  await user.type(field, '5{Enter}')
  expect(key('D').xM).toBe(5)
  expect(grip.getAttribute('transform')).not.toBe(before)
})

test('what else is plugged in counts, and what is unplugged does not', async () => {
  const user = await open('D')
  const amps = () =>
    Number(
      /([\d.]+) A, [\d.]+ (?:left|over)/.exec(
        section('Power').getByText('Loft ring, 13 A').parentElement!.textContent,
      )![1],
    )
  const before = amps()
  await user.selectOptions(screen.getByLabelText('Plug something else in'), 'Kettle')
  const kettle = all('load').find((l) => l.name === 'Kettle')!
  expect(section('Power').getByText(/On no circuit: Kettle/)).toBeTruthy()
  await user.click(section('Power').getByRole('button', { name: 'Put them on circuits' }))
  expect(all('load').find((l) => l.id === kettle.id)!.circuitId).not.toBeNull()
  await user.click(screen.getByRole('button', { name: 'Unplug Kettle' }))
  expect(all('load').some((l) => l.id === kettle.id)).toBe(false)
  expect(before).toBeGreaterThan(0)
})

test('a copy of a setup has its cues, worked by the lamps that were copied', async () => {
  const user = await open('C')
  await user.click(screen.getByRole('button', { name: /^Make another from C/ }))
  const made = all('setup').find((s) => s.parentId === setup('C').id)!
  const [cue] = all('lightCue').filter((one) => one.setupId === made.id)
  const lamps = all('lamp').filter((lamp) => lamp.setupId === made.id)
  expect(Object.keys(cue!.levels).every((id) => lamps.some((lamp) => lamp.id === id))).toBe(true)
  expect(Object.values(cue!.levels)).toEqual([80])
})

test('a mood is a ratio to begin with', async () => {
  const user = await open('D')
  await user.click(screen.getByRole('button', { name: 'dramatic, 4 to 8 : 1' }))
  expect(setup('D')).toMatchObject({ ratioLeast: 4, ratioMost: 8 })
})
