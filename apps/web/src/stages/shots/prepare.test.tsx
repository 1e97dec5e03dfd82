// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent, shotOf } from '../../testing.tsx'
import { BringShots } from './BringShots.tsx'
import { ShotDetail } from './ShotDetail.tsx'

beforeEach(() => openDemo('planner'))

describe('bringing in a table', () => {
  const bring = (text: string) => {
    let closed = false
    const user = draw(<BringShots text="" onClose={() => (closed = true)} />)
    fireEvent.change(screen.getByLabelText('Table of shots'), { target: { value: text } })
    return { user, closed: () => closed }
  }
  test('heads in any order and wording; what was taken for what is shown before anything is kept', async () => {
    const { user, closed } = bring(
      'Description,Shot No,T-stop,mm,Mood\nA gull lands,7A,"2,8",85,calm\nEdda again,1A,4,35,',
    )
    expect(screen.getByText('1 shot to make, 1 to change')).toBeTruthy()
    const read = screen.getByLabelText('How the columns were read')
    expect(within(read).getByLabelText('What Description is')).toHaveProperty('value', 'sees')
    expect(within(read).getByLabelText('What Mood is')).toHaveProperty('value', 'left out')
    expect(screen.getByText(/Not there yet, to be made: scene 7\./)).toBeTruthy()
    expect(sent).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Bring them in' }))
    expect(shotOf('7A')).toMatchObject({ sees: 'A gull lands', tStop: 2.8, focalLengthMm: 85 })
    expect(shotOf('1A')).toMatchObject({ sees: 'Edda again', focalLengthMm: 35 })
    expect(closed()).toBe(true)
    const scenes = all('scene').length
    undo()
    expect(all('scene')).toHaveLength(scenes - 1)
    expect(shotOf('1A').sees).not.toBe('Edda again')
  })
  test('what cannot be read is said by line, and the rest of the line is kept', async () => {
    const { user } = bring('shot,lens,stop\n1A,nonsense,5.6\n,50,4\n1B,40,0')
    const remarks = screen.getByRole('status').textContent
    expect(remarks).toMatch(/Line 2: .*nonsense/)
    expect(remarks).toMatch(/Line 3: This line has no code/)
    expect(remarks).toMatch(/Line 4: /)
    await user.click(screen.getByRole('button', { name: 'Bring them in' }))
    expect(shotOf('1A')).toMatchObject({ tStop: 5.6, focalLengthMm: 24 })
    expect(shotOf('1B').focalLengthMm).toBe(40)
  })
  test('a column is given its meaning by hand, and the next table knows it', async () => {
    const { user } = bring('Shot No,Mood\n7A,calm')
    expect(screen.getByText(/The column “Mood” is left out, with “calm”/)).toBeTruthy()
    await user.selectOptions(screen.getByLabelText('What Mood is'), 'notes')
    await user.click(screen.getByRole('button', { name: 'Bring them in' }))
    expect(shotOf('7A')).toMatchObject({ notes: 'calm', size: 'unknown', personIds: [] })
    cleanup()
    bring('Shot No,Mood\n7B,wild')
    expect(screen.getByLabelText('What Mood is')).toHaveProperty('value', 'notes')
    localStorage.clear()
  })
  test('without a column of codes nothing is made', () => {
    bring('lens,stop\n50,4')
    expect(screen.getByText(/No column is headed “shot”/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Bring them in' })).toBeNull()
  })
  test('a cell that a spreadsheet would run is text without its guard', async () => {
    const { user } = bring("shot,what we see\n1A,'=HYPERLINK(1)")
    await user.click(screen.getByRole('button', { name: 'Bring them in' }))
    expect(shotOf('1A').sees).toBe('=HYPERLINK(1)')
  })
})

describe('beside a shot', () => {
  const beside = (code: string) => draw(<ShotDetail shot={shotOf(code)} />)
  test('a face of a share of the frame gives the distance and sets it', async () => {
    const user = beside('3A')
    await user.click(screen.getByRole('tab', { name: 'Backwards' }))
    const share = screen.getByLabelText('Face, % of frame height')
    fireEvent.change(share, { target: { value: '60' } })
    fireEvent.change(screen.getByLabelText('Lens, mm'), { target: { value: '85' } })
    const away = Number(/([\d.]+) m away/.exec(document.body.textContent)![1])
    await user.click(screen.getAllByRole('button', { name: 'Set it' })[0]!)
    expect(shotOf('3A').distanceM).toBeCloseTo(away, 1)
    // Half the share is twice as far.
    fireEvent.change(share, { target: { value: '30' } })
    const twice = Number(/([\d.]+) m away/.exec(document.body.textContent)![1])
    expect(twice / away).toBeCloseTo(2, 1)
  })
  test('a face larger than nothing only', async () => {
    const user = beside('3A')
    await user.click(screen.getByRole('tab', { name: 'Backwards' }))
    fireEvent.change(screen.getByLabelText('Face, % of frame height'), { target: { value: '0' } })
    expect(screen.getByText('A lens and a share are more than 0.')).toBeTruthy()
  })
  test('slow motion costs its stops, link by link', async () => {
    const user = beside('4A')
    await user.click(screen.getByRole('tab', { name: 'Exposure' }))
    expect(document.body.textContent).toMatch(/200 fps/)
    expect(document.body.textContent).toMatch(/3(\.0)? stops|−3|3\.0/)
  })
})
