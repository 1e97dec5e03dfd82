// @vitest-environment jsdom
import { screen, within, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { useRecords } from '../../store/selectors.ts'
import { all, draw, openDemo, sent, shotOf } from '../../testing.tsx'
import { ShotDetail } from './ShotDetail.tsx'
import { type Tables, byRank } from '@kavrell/core/records'

beforeEach(() => openDemo())

/** The detail of one shot, following it as it changes. */
function Following({ id }: { id: string }) {
  return <ShotDetail shot={useRecords('shot')[id]!} />
}
const open = async (code: string, part: 'Frame' | 'Exposure' | 'Backwards' | 'More' = 'Frame') => {
  const user = draw(<Following id={shotOf(code).id} />)
  const turn = (to: string) => user.click(screen.getByRole('tab', { name: to }))
  if (part !== 'Frame') await turn(part)
  return { user, turn }
}
const section = (title: string) => screen.getByRole('heading', { name: title }).closest('section')!
/** A demo whose shots are changed before anybody looks. */
const withShots = (changes: Record<string, object>, role: 'owner' | 'reader' = 'owner') =>
  openDemo(role, (records): Tables => {
    const shots = Object.values(records.shot) as unknown as { id: string; code: string }[]
    return {
      ...records,
      shot: Object.fromEntries(shots.map((s) => [s.id, { ...records.shot[s.id]!, ...changes[s.code] }])),
    }
  })
const reading = (name: string | RegExp) => screen.getByText(name).closest('p')!.parentElement!.textContent

describe('frame', () => {
  test('what the lens does at that distance, in the production’s units', async () => {
    await open('3A')
    const { focalLengthMm, distanceM } = shotOf('3A')
    expect(reading('Size')).toMatch(/face \d+ %$/)
    // As wide as the sensor, as many times as the subject is beyond the focal length.
    const [, across] = /(\d+\.\d+) m × /.exec(reading('Frame at subject'))!
    const camera = all('camera').find((c) => c.id === shotOf('3A').cameraId)!
    expect(Number(across)).toBeCloseTo((camera.sensorWidthMm * (distanceM - focalLengthMm / 1000)) / focalLengthMm, 1)
    // Less than the width of a hand: said in millimetres round the focus.
    const [, whole, before, behind] = /from(\d+) mm: (\d+) before, (\d+) behind/.exec(reading('Sharp from'))!
    expect([Number(whole) < 100, Math.abs(Number(before) + Number(behind) - Number(whole)) <= 1]).toEqual([true, true])
  })
  test('close up, the light that the lens loses is said and counted', async () => {
    const { turn } = await open('4A')
    // 100 mm at 0.6 m from the lens: 100 / 500, 2 log2(1.2).
    expect(reading('Close up')).toBe('Close up1 : 5, 0.5 stops lost')
    await turn('Exposure')
    expect(document.body.textContent).toContain('the lens stands out to focus close')
  })
  test('nobody in frame has no size', async () => {
    await open('1C')
    expect(reading('Size')).toBe('Sizenobody in frame')
  })
  test.each([
    ['4A', 'Slow motion8.0×, 12 s plays 96 s'],
    ['2J', 'Slow motion2.4×'],
  ])('%s plays slower than it was taken', async (code, says) => {
    await open(code)
    expect(reading('Slow motion')).toContain(says)
  })
  test('a rate below the delivered one plays faster, and the delivered one is not spoken of', async () => {
    withShots({ '1A': { fpsNum: 5, takeSeconds: 60 } })
    await open('1A')
    expect(reading('Fast motion')).toBe('Fast motion0.2×, 60 s plays 12 s')
    expect(screen.queryByText('Slow motion')).toBeNull()
  })
  test('focus nearer than the lens is long is said as what it is', async () => {
    withShots({ '4B': { distanceM: 0.05 } })
    await open('4B')
    expect(reading('Sharp from')).toBe('Sharp fromfocus is nearer than 100 mm')
    expect(reading('Hyperfocal')).toBe('Hyperfocal—')
  })
  test('no camera, no data', async () => {
    withShots({ '1A': { cameraId: null } })
    await open('1A')
    expect(reading(/^Data, /)).toMatch(/no camera$/)
  })
  test('twice the takes are twice the data', async () => {
    const bytes = () => Number(/([\d.]+) GB/.exec(reading(/^Data, /))![1])
    withShots({ '2A': { takesExpected: 1 }, '2D': { takesExpected: 2, takeSeconds: 900 } })
    const { cameraId } = shotOf('2A')
    withShots({ '2A': { takesExpected: 1 }, '2D': { takesExpected: 2, takeSeconds: 900, cameraId } })
    await open('2A')
    const one = bytes()
    document.body.replaceChildren()
    await open('2D')
    expect(bytes() / one).toBeCloseTo(2, 1)
  })
  test('the other shapes to be delivered are drawn beside it', async () => {
    await open('3A')
    const [, other] = [...all('deliverable')].sort(byRank)
    expect(section('In the other shapes').textContent).toContain(`${other!.name}, ${other!.aspect.toFixed(2)}`)
  })
})

describe('exposure', () => {
  test('each link has its share, and they add up to the sum', async () => {
    await open('4A', 'Exposure')
    const sum = screen.getByText(/^Against T/).parentElement!
    const stops = (text: string) => Number(/[+−]?\d+(\.\d)?/.exec(text)![0].replace('−', '-'))
    let [links, added] = [0, 0]
    for (let link = sum.previousElementSibling; link?.children.length === 3; link = link.previousElementSibling) {
      links++
      added += stops(link.lastElementChild!.textContent)
    }
    expect(links).toBeGreaterThanOrEqual(5)
    expect(added).toBeCloseTo(stops(sum.lastElementChild!.textContent), 0)
  })
  test('what the setup gives is said against what the shot wants', async () => {
    await open('4A', 'Exposure')
    expect(reading('Setup E gives')).toBe('Setup E givesT2.8, 2.0 stops short')
  })
  test('a shot with no setup, and one whose setup lights no mark, promise nothing', async () => {
    withShots({ '4A': { setupId: null } })
    await open('4A', 'Exposure')
    expect(reading('Light')).toBe('Lightno setup')
  })
  test('flicker is judged where lamps follow the mains, and a safe angle is one press away', async () => {
    const { user } = await open('2H', 'Exposure')
    expect(reading('Mains 50 Hz')).toMatch(/beats, up to \d+ %$/)
    const [first] = screen.getAllByRole('button', { name: /^[\d.]+°/ })
    const angle = Number.parseFloat(first!.textContent)
    await user.click(first!)
    expect(shotOf('2H').shutterDeg).toBeCloseTo(angle, 0)
    expect(reading('Mains 50 Hz')).toMatch(/safe at 1\/\d+/)
    undo()
    expect(shotOf('2H').shutterDeg).toBe(180)
  })
  test('no angle is safe when a frame is shorter than a half cycle', async () => {
    await open('4A', 'Exposure')
    expect(screen.getByText('none: the rate is too high for whole cycles')).toBeTruthy()
  })
  test('a screen in the picture is named with what it asks', async () => {
    withShots({ '3A': { screenHz: 60 } })
    await open('3A', 'Exposure')
    expect(screen.getByText(/Safe angles at 25 fps, 50 Hz and a 60 Hz screen/)).toBeTruthy()
  })
  test('a reader sees the angles and sets none', async () => {
    openDemo('reader')
    const { user } = await open('2H', 'Exposure')
    const [first] = screen.getAllByRole<HTMLButtonElement>('button', { name: /^[\d.]+°/ })
    expect(first!.disabled).toBe(true)
    await user.click(first!)
    expect(sent).toEqual([])
  })
})

describe('worked backwards', () => {
  const type = async (user: Awaited<ReturnType<typeof open>>['user'], label: string, text: string) => {
    const field = screen.getByLabelText(label)
    await user.clear(field)
    await user.type(field, text)
  }
  test('a face of a size says where to stand; set, the frame says that size', async () => {
    const { user, turn } = await open('3A', 'Backwards')
    await type(user, 'Face, % of frame height', '40')
    await type(user, 'Lens, mm', '75')
    await user.click(within(section('A face this large')).getByRole('button', { name: 'Set it' }))
    expect(shotOf('3A').focalLengthMm).toBe(75)
    await turn('Frame')
    expect(reading('Size')).toMatch(/face 40 %$/)
  })
  test('a room too short for it is said, with how long it is', async () => {
    const { user } = await open('3A', 'Backwards')
    await type(user, 'Lens, mm', '600')
    expect(section('A face this large').textContent).toMatch(
      /has [\d.]+ m from corner to corner: not enough, with the camera behind it/,
    )
  })
  test.each(['0', '', 'wide'])('a face on %j mm is asked for again, and nothing can be set', async (text) => {
    const { user } = await open('3A', 'Backwards')
    await user.clear(screen.getByLabelText('Lens, mm'))
    if (text) await user.type(screen.getByLabelText('Lens, mm'), text)
    expect(section('A face this large').textContent).toContain('A lens and a share are more than 0.')
    expect(within(section('A face this large')).queryByRole('button')).toBeNull()
  })
  test('a range to be sharp says stop and focus; set, the frame is sharp from there to there', async () => {
    const { user, turn } = await open('1A', 'Backwards')
    await type(user, 'Sharp from', '2')
    await type(user, 'Sharp to', '6')
    await user.click(screen.getByRole('button', { name: 'Set stop and distance' }))
    // The focus is nearer than the middle: depth lies behind it.
    expect(shotOf('1A').distanceM).toBeCloseTo((2 * 2 * 6) / (2 + 6), 1)
    await turn('Frame')
    const [, near, far] = /from(.+) m to (.+) m/.exec(reading('Sharp from'))!
    expect([Number(near) <= 2.02, Number(far) >= 5.9]).toEqual([true, true])
  })
  test('depth costs light, in stops against what the shot has', async () => {
    const { user } = await open('2G', 'Backwards')
    await type(user, 'Sharp from', '2.6')
    await type(user, 'Sharp to', '3.4')
    expect(section('Everything sharp').textContent).toMatch(/costs \d+\.\d stops of light against T2/)
    await type(user, 'Sharp from', '2,9')
    await type(user, 'Sharp to', '3')
    expect(section('Everything sharp').textContent).toMatch(/T2 holds it, with \d+\.\d stops to spare/)
  })
  test('a lens too long for it is told so instead of a stop that none has', async () => {
    const { user } = await open('1C', 'Backwards')
    await type(user, 'Sharp to', 'inf')
    expect(section('Everything sharp').textContent).toContain('no lens closes that far')
    expect(screen.queryByRole('button', { name: 'Set stop and distance' })).toBeNull()
  })
  test.each([
    ['4', '2', 'It ends beyond where it begins.'],
    ['0', '4', 'It begins beyond the front of the lens.'],
    ['near', '4', 'It begins beyond the front of the lens.'],
    ['1', 'far', 'It ends beyond where it begins.'],
  ])('sharp from %s to %s: %s', async (from, to, says) => {
    const { user } = await open('1A', 'Backwards')
    await type(user, 'Sharp from', from)
    await type(user, 'Sharp to', to)
    expect(section('Everything sharp').textContent).toContain(says)
  })
  test('the same size on another lens: further on a longer one, and what the background does', async () => {
    const { user, turn } = await open('3C', 'Backwards')
    const same = section('The same size')
    await user.selectOptions(screen.getByLabelText('Same size as'), '3A')
    await type(user, 'On the lens, mm', String(shotOf('3A').focalLengthMm * 2))
    expect(same.textContent).toMatch(/the background grows to \d+ %: less of it is seen/)
    await user.click(within(same).getByRole('button', { name: 'Set it' }))
    await turn('Frame')
    const size = reading('Size')
    document.body.replaceChildren()
    await open('3A')
    expect(Number(/(\d+) %/.exec(reading('Size'))![1]!)).toBeCloseTo(Number(/(\d+) %/.exec(size)![1]!), -0.5)
  })
  test('a wider lens shows more of the background, the same lens as much', async () => {
    const { user } = await open('3C', 'Backwards')
    await user.selectOptions(screen.getByLabelText('Same size as'), '3A')
    await type(user, 'On the lens, mm', String(shotOf('3A').focalLengthMm))
    expect(section('The same size').textContent).toContain('the background stays as large')
    await type(user, 'On the lens, mm', '18')
    expect(section('The same size').textContent).toMatch(/shrinks to \d+ %: more of it is seen/)
    await type(user, 'Background behind', 'far')
    expect(section('The same size').textContent).toContain('A lens is more than 0 mm')
  })
  test('a pair that has nobody in frame is not offered as a size', async () => {
    withShots({ '3A': { pairId: shotOf('1C').id } })
    await open('3A', 'Backwards')
    const choice = screen.getByLabelText<HTMLSelectElement>('Same size as')
    expect(within(choice).queryByRole('option', { name: '1C' })).toBeNull()
    expect(choice.selectedOptions[0]!.textContent).toBe('1A')
  })
  test('two lenses stand side by side, the longer one narrower', async () => {
    const { user } = await open('3A', 'Backwards')
    const wide = () =>
      [...section('Two lenses side by side').textContent.matchAll(/([\d.]+) m wide/g)].map((m) => Number(m[1]))
    await type(user, 'Lens 1, mm', '25')
    await type(user, 'Lens 2, mm', '50')
    expect(wide()[0]! / wide()[1]!).toBeCloseTo(2, 1)
    await type(user, 'Lens 2, mm', '9000')
    expect(section('Two lenses side by side').textContent).toContain('A lens has 1 to 2000 mm.')
    expect(wide()).toHaveLength(1)
  })
  test('a reader works it out and sets nothing', async () => {
    openDemo('reader')
    await open('3A', 'Backwards')
    expect(screen.queryByRole('button', { name: /^Set/ })).toBeNull()
  })
})

describe('more', () => {
  test('hours are asked for where the window is by the clock', async () => {
    const { user } = await open('3A', 'More')
    expect(screen.queryByLabelText(/^From/)).toBeNull()
    withShots({ '3A': { window: 'clock' } })
    expect(await screen.findByLabelText(/from/i)).toBeTruthy()
    await user.click(screen.getByRole('tab', { name: 'Frame' }))
  })
  test('what must match another shot is compared line by line, and taken over by one press', async () => {
    withShots({
      '4B': { matchId: shotOf('4A').id, focalLengthMm: 50, wardrobe: 'apron' },
      '4A': { wardrobe: 'apron', shutterDeg: 172.8 },
    })
    const { user } = await open('4B', 'More')
    const must = section('Must match 4A')
    expect(must.textContent).toContain('Lens50 mm, there 100 mm')
    expect(must.textContent).toContain('Shutter180°, there 172.8°')
    expect(must.textContent).toContain('Wardrobeapron')
    expect(must.textContent).toContain('LightE')
    await user.click(within(must).getByRole('button', { name: 'Take over from 4A: lens, shutter' }))
    expect(shotOf('4B')).toMatchObject({ focalLengthMm: 100, shutterDeg: 172.8, wardrobe: 'apron' })
    expect(sent).toHaveLength(1)
    expect(within(must).queryByRole('button')).toBeNull()
  })
  test('a field says what would be right, keeps what was typed, and Escape takes it back', async () => {
    const { user } = await open('3A', 'More')
    const field = screen.getByLabelText<HTMLInputElement>(/^Squeeze/)
    const was = field.value
    await user.clear(field)
    await user.type(field, 'wide{Enter}')
    expect(field.getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByRole('alert').textContent).toMatch(/\.$/)
    expect(field.getAttribute('aria-describedby')).toBe(screen.getByRole('alert').id)
    expect(field.value).toBe('wide')
    await user.click(field)
    await user.keyboard('{Escape}')
    expect([field.value, field.getAttribute('aria-invalid')]).toEqual([was, null])
    expect(sent).toEqual([])
  })
  test('a choice is kept as it is made', async () => {
    const { user } = await open('3A', 'More')
    const field = screen.getByRole<HTMLInputElement>('combobox', { name: 'Must match' })
    await user.click(field)
    await user.type(field, '3c')
    await user.click(await screen.findByRole('option', { name: '3C' }))
    await waitFor(() => expect(shotOf('3A').matchId).toBe(shotOf('3C').id))
    expect(screen.getByRole<HTMLInputElement>('combobox', { name: 'Must match' }).value).toBe('3C')
    // Something typed that is none, and left: what was chosen stays.
    await user.type(screen.getByRole('combobox', { name: 'Must match' }), 'zz')
    await user.tab()
    expect(shotOf('3A').matchId).toBe(shotOf('3C').id)
    await user.click(screen.getByRole('button', { name: 'No must match' }))
    await waitFor(() => expect(shotOf('3A').matchId).toBeNull())
    expect(useProductionStore.getState().undo).toHaveLength(2)
  })
})
