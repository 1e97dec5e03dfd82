import { byRank } from '@kavrell/core/records'
// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { Link } from 'react-router'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { inOrder, updateRecord } from '@kavrell/core/records'
import { commit, useProductionStore } from '../../store/production.ts'
import { BriefScreen } from './BriefScreen.tsx'
import { counted } from '@kavrell/core/text'

beforeEach(() => openDemo())

test('a tab that was pressed keeps the focus, though what stood beside the first part goes', async () => {
  const user = draw(<BriefScreen />, 'brief')
  const look = screen.getByRole('tab', { name: 'Look' })
  await user.click(look)
  await waitFor(() => expect(screen.queryByText('House rules')).toBeNull())
  expect(document.activeElement).toBe(look)
})

describe('script', () => {
  const bring = (text: string) => {
    const user = draw(<BriefScreen />, 'brief?view=script')
    fireEvent.change(screen.getByLabelText('Screenplay'), { target: { value: text } })
    return user
  }
  const SCRIPT = '21 INT. OLD SHED - DAY\n\nSteam hangs.\n\nEDDA\nNow.\n\n22 EXT. KITCHEN - NIGHT\n\nDark.\n'
  test('scenes come in with their length, who is in them, and the spot that their heading means', async () => {
    const user = bring(SCRIPT)
    expect(screen.getByText(/2 scenes: 0 the same, 0 changed, 2 new, 0 gone/)).toBeTruthy()
    const before = all('scene').length
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    const shed = all('scene').find((s) => s.heading.includes('OLD SHED'))!
    const spot = all('spot').find((s) => s.name === 'Old shed')!
    expect(shed).toMatchObject({ spotId: spot.id, characters: ['EDDA'], inOut: 'inside', timeOfDay: 'day' })
    expect(shed.eighths).toBeGreaterThan(0)
    // Like no spot enough: somebody has to say.
    expect(all('scene').find((s) => s.heading.includes('KITCHEN'))).toMatchObject({ spotId: null })
    undo()
    expect(all('scene')).toHaveLength(before)
  })
  const SIX = [1, 2, 3, 4, 5, 6].map((n) => `${n}0 INT. ROOM ${n} - DAY\n\nSomething is made by hand, number ${n}.\n`)
  const inOrderOf = () =>
    all('scene')
      .filter((s) => s.heading && !s.dropped)
      .sort((a, b) => (a.rank < b.rank ? -1 : 1))
      .map((s) => s.number)
  test('revised pages change what is in them and put a new scene behind the one before it; all others stay', async () => {
    const user = bring(SIX.join('\n'))
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    fireEvent.change(screen.getByLabelText('Screenplay'), {
      target: { value: `${SIX[2]!.replace('by hand', 'by both hands')}\n30A INT. STAIR - NIGHT\n\nWhoever runs.\n` },
    })
    expect(screen.getByLabelText(/These are revised pages: 5 scenes not among them stay/)).toHaveProperty(
      'checked',
      true,
    )
    expect(screen.getByText(/2 scenes: 0 the same, 1 changed, 1 new, 0 gone/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    expect(inOrderOf()).toEqual(['10', '20', '30', '30A', '40', '50', '60'])
    expect(all('scene').find((s) => s.number === '30')!.scriptText).toContain('by both hands')
  })
  test('unless somebody says that they are a draft: then what is not in it goes', async () => {
    const user = bring(SIX.join('\n'))
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    fireEvent.change(screen.getByLabelText('Screenplay'), { target: { value: SIX[2] } })
    await user.click(screen.getByLabelText(/These are revised pages/))
    expect(screen.getByText(/5 gone/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    expect(inOrderOf()).toEqual(['30'])
  })
  test('a heading that is renamed renames its scene, but not one that was named by hand', async () => {
    const user = bring(`${SIX[0]}\n${SIX[1]}`)
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    const second = all('scene').find((s) => s.number === '20')!
    commit('Name it', [updateRecord('scene', second.id, { title: 'The quiet one' })])
    fireEvent.change(screen.getByLabelText('Screenplay'), {
      target: { value: [SIX[0], SIX[1]].map((text) => text!.replace('ROOM', 'HALL')).join('\n') },
    })
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    const titles = ['10', '20'].map((number) => all('scene').find((s) => s.number === number)!.title)
    expect(titles).toEqual(['Hall 1', 'The quiet one'])
  })
  test('what is written of a scene can be read', async () => {
    const user = bring(SIX[0]!)
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    await user.click(screen.getByRole('button', { name: /10\s+INT. ROOM 1 - DAY/ }))
    expect(screen.getByText('Something is made by hand, number 1.')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'All pages on paper' }).getAttribute('href')).toMatch(/script\.pdf$/)
  })
  test('a newer draft keeps the shots of a scene that is gone, and says how many', async () => {
    const user = bring(SCRIPT)
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    const shed = all('scene').find((s) => s.heading.includes('OLD SHED'))!
    const own = all('shot').filter((s) => s.sceneId === shed.id).length
    fireEvent.change(screen.getByLabelText('Screenplay'), {
      target: { value: '22 EXT. KITCHEN - NIGHT\n\nDark.\n' },
    })
    if (own > 0) expect(screen.getByText(`gone, keeps ${counted(own, 'shot')}`)).toBeTruthy()
    const shots = all('shot').length
    await user.click(screen.getByRole('button', { name: 'Bring it in' }))
    expect(all('shot')).toHaveLength(shots)
  })
  test('a heading without a place is said by its line and kept', () => {
    bring('INT.\n\nSomething.\n')
    expect(screen.getByText(/^Line 1: This heading names no place/)).toBeTruthy()
  })
  test('what a job without a script needs is one line each', async () => {
    const user = draw(<BriefScreen />, 'brief?view=script')
    const before = all('need').length
    await user.type(screen.getByLabelText('We need'), 'the moment the plank goes on{Enter}')
    expect(all('need')).toHaveLength(before + 1)
    expect(screen.getByLabelText('We need')).toHaveProperty('value', '')
  })
})

describe('palettes', () => {
  const open = async (name: string) => {
    const user = draw(<BriefScreen />, 'brief?view=look')
    await user.click(screen.getByRole('button', { name }))
    return user
  }
  const palette = () => all('palette').find((p) => p.name === 'Sail loft')!
  test('a stretch of scene numbers says which scenes it holds; words are a name only', async () => {
    const user = await open('Sail loft')
    const stretch = screen.getByLabelText('Stretch of the story')
    await user.type(stretch, '3-5{Tab}')
    expect(screen.getByText('Scenes 3, 4, 5 are held to it.')).toBeTruthy()
    await user.clear(stretch)
    await user.type(stretch, 'the calm part{Tab}')
    expect(screen.getByText(/^A name only/)).toBeTruthy()
  })
  test('a colour is added by its code, named, moved and dropped; what is no colour is said', async () => {
    const user = await open('Sail loft')
    const count = palette().colours.length
    const field = screen.getByLabelText('Another colour')
    await user.type(field, 'sea green{Enter}')
    expect(screen.getByRole('alert').textContent).toBe('A colour is written like #27394a.')
    await user.clear(field)
    await user.type(field, '#116B66{Enter}')
    expect(palette().colours.at(-1)).toMatchObject({ hex: '#116b66' })
    await user.click(screen.getByRole('button', { name: 'Move #116b66 left' }))
    expect(palette().colours.at(-2)!.hex).toBe('#116b66')
    undo()
    undo()
    expect(palette().colours).toHaveLength(count)
  })
  test('a scene is taken into a palette and out again', async () => {
    const user = await open('Sail loft')
    const scenes = within(screen.getByRole('group', { name: 'Scenes of the palette' }))
    const before = palette().sceneIds.length
    await user.click(scenes.getByRole('button', { name: /5/ }))
    expect(palette().sceneIds).toHaveLength(before + 1)
    await user.click(scenes.getByRole('button', { name: /5/ }))
    expect(palette().sceneIds).toHaveLength(before)
  })
})

describe('money', () => {
  test('what is left follows a line that is typed, and goes below nothing in words', async () => {
    const user = draw(<BriefScreen />, 'brief?view=money')
    const before = all('moneyLine').length
    await user.click(screen.getByRole('button', { name: 'Add line' }))
    expect(all('moneyLine')).toHaveLength(before + 1)
    const grid = screen.getByRole('grid', { name: 'Money' })
    const rows = within(grid).getAllByRole('row')
    const rate = rows.at(-1)!.querySelector<HTMLElement>('[data-field=rateMinor]')!
    await user.click(rate)
    await user.keyboard('90000{Enter}')
    expect(screen.getAllByText(/over the budget/).length).toBeGreaterThan(0)
  })
  test('a reader sees no way to add or to export', () => {
    openDemo('reader')
    draw(<BriefScreen />, 'brief?view=money')
    expect(screen.queryByRole('button', { name: 'Add line' })).toBeNull()
    expect(screen.queryByRole('link', { name: 'CSV' })).toBeNull()
  })
})

test('a value that cannot be is refused beside its field and not sent', async () => {
  const user = draw(<BriefScreen />, 'brief')
  await user.click(screen.getByRole('button', { name: 'Change' }))
  const field = document.querySelector<HTMLInputElement>('[name="production.mainsVolts"]')!
  await user.clear(field)
  await user.type(field, '5{Tab}')
  expect(screen.getByRole('alert').textContent).toMatch(/V/)
  expect(sent).toEqual([])
})

describe('house rules', () => {
  const withLink = () =>
    draw(
      <>
        <Link to="#mealEveryMin">the rule</Link>
        <BriefScreen />
      </>,
      'brief',
    )
  const meal = () => screen.queryByLabelText(/^Meal (at least )?every/i)
  test('stand in words, and open to be changed', async () => {
    const user = withLink()
    expect(screen.getByText(/^3 copies, 3 checked, 2 pairs of hands, then wipe\.$/)).toBeTruthy()
    expect(document.getElementsByName('production.copiesBeforeWipe')).toHaveLength(0)
    await user.click(screen.getByRole('button', { name: 'Change' }))
    const copies = document.getElementsByName('production.copiesBeforeWipe')[0] as HTMLInputElement
    await user.clear(copies)
    await user.type(copies, '1{Enter}')
    await user.click(screen.getByRole('button', { name: 'Done' }))
    expect(screen.getByText(/^1 copy, /)).toBeTruthy()
  })
  test('one that a snag names is opened and chosen, though they were closed by hand before', async () => {
    const user = withLink()
    await user.click(screen.getByRole('button', { name: 'Change' }))
    await user.click(screen.getByRole('button', { name: 'Done' }))
    await user.click(screen.getByText('the rule'))
    expect(document.activeElement).toHaveProperty('name', 'production.mealEveryMin')
    await user.click(screen.getByRole('button', { name: 'Done' }))
    expect(meal()).toBeNull()
  })
})

describe('what is to be delivered', () => {
  const first = () => [...all('deliverable')].sort(byRank)[0]!
  const box = (name: string) => screen.getByRole('button', { name }).closest('div')!.parentElement!
  test('the first is what every screen crops to; another says what it would lose', () => {
    draw(<BriefScreen />, 'brief')
    expect(box('Film').textContent).toContain('every screen crops to this')
    expect(box('Tall cut').textContent).toMatch(/\d+ of 27 shots will not crop: /)
  })
  test('another is put first, and what is cropped to changes with it', async () => {
    const user = draw(<BriefScreen />, 'brief')
    await user.click(screen.getByRole('button', { name: 'Tall cut' }))
    await user.click(within(box('Tall cut')).getByRole('button', { name: 'Put first' }))
    expect(first().name).toBe('Tall cut')
    expect(box('Tall cut').textContent).toContain('every screen crops to this')
    expect(within(box('Tall cut')).queryByRole('button', { name: 'Remove' })).toBeNull()
    undo()
    expect(first().name).toBe('Film')
  })
  test('a rate is one that a camera has, drop-frame and all, as one edit', async () => {
    const user = draw(<BriefScreen />, 'brief')
    await user.click(screen.getByRole('button', { name: 'Film' }))
    await user.selectOptions(screen.getByLabelText('Frame rate, fps'), '29.97 drop')
    expect(first()).toMatchObject({ rateNum: 30000, rateDen: 1001, dropFrame: true })
    expect(sent).toHaveLength(1)
    expect(box('Film').textContent).toContain('29.97 drop fps')
  })
  test('one more is added behind the others, and taken out again', async () => {
    const user = draw(<BriefScreen />, 'brief')
    await user.click(screen.getByRole('button', { name: 'Add' }))
    const added = all('deliverable').find((d) => d.name === 'Another cut')!
    expect(inOrder(useProductionStore.getState().records.deliverable).at(-1)).toBe(added)
    await user.click(within(box('Another cut')).getByRole('button', { name: 'Remove' }))
    expect(
      all('deliverable')
        .map((d) => d.name)
        .sort(),
    ).toEqual(['Film', 'Tall cut'])
  })
})
