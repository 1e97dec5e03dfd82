// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { undo } from '../../store/production.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { LightScreen } from './LightScreen.tsx'

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
