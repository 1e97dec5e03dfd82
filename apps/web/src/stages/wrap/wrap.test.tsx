// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, PRODUCTION_ID } from '../../testing.tsx'
import { planDay } from '@kavrell/core/day'
import { dayReport } from '@kavrell/core/papers'
import { productionOf } from '@kavrell/core/records'

// The chart is drawn on a canvas, which is not there; what it says is in its label.
interface Drawn {
  readonly 'aria-label': string
  readonly data: { datasets: { label: string; data: { x: number; y: number }[] }[] }
  readonly options: {
    scales: { x: { min: number; max: number; ticks: { stepSize: number; callback: (v: number) => string } } }
  }
}
const drawn = vi.hoisted((): { chart: unknown } => ({ chart: null }))
vi.mock('react-chartjs-2', () => ({
  Line: (chart: Drawn) => {
    drawn.chart = chart
    return <p>{chart['aria-label']}</p>
  },
}))
const { WrapScreen } = await import('./WrapScreen.tsx')

beforeEach(() => openDemo())
const day = () => all('day').find((d) => d.title === 'Day 1')!
const report = () => {
  const production = productionOf(useProductionStore.getState().records)!
  return dayReport(production, planDay(production, day().id)!)
}

test('the largest words say how many shots are good and how many are missing', () => {
  draw(<WrapScreen />, 'wrap')
  const { shotsDone, shotsPlanned } = report()
  expect(
    screen.getByText(`${shotsDone} of ${shotsPlanned} shots good, ${shotsPlanned - shotsDone} missing`),
  ).toBeTruthy()
})

test('every take of the day has its line, in order, with its verdict', () => {
  draw(<WrapScreen />, 'wrap')
  const { lines } = report()
  expect(screen.getByText(`Takes, ${lines.length}`)).toBeTruthy()
  expect(screen.getAllByText('no good').length).toBe(lines.filter((l) => !l.wild && l.verdict === 'no-good').length)
})

test('what is missing is named, a must before a wish', () => {
  draw(<WrapScreen />, 'wrap')
  for (const line of report().missing) expect(screen.getAllByText(line).length).toBeGreaterThan(0)
})

test('the report leaves in four open formats', () => {
  draw(<WrapScreen />, 'wrap')
  const base = `/api/productions/${PRODUCTION_ID}/days/${day().id}`
  for (const file of ['report.pdf', 'takes.csv', 'report.json', 'takes.otio'])
    expect(document.querySelector(`a[href="${base}/${file}"]`)).toBeTruthy()
})

test('of cards it says what it went by: their copies, and not what is on them', () => {
  draw(<WrapScreen />, 'wrap')
  expect(screen.getByText('Cards copied by the rule')).toBeTruthy()
  expect(screen.getByText(/holds more than they do is seen in Offload/)).toBeTruthy()
  expect(document.body.textContent).not.toMatch(/safe/i)
})

test('a day on which nothing was logged says so without a figure that is not one', () => {
  openDemo('owner', (records) => ({ ...records, take: {}, takeEvent: {}, copyRun: {}, copyCheck: {} }))
  draw(<WrapScreen />, 'wrap')
  expect(document.body.textContent).not.toMatch(/NaN|Infinity|undefined/)
  expect(screen.getByText(/^0 of \d+ shots good/)).toBeTruthy()
})

test('on the chart an hour is as wide as any other, and what is done is drawn as far as anybody knows', () => {
  draw(<WrapScreen />, 'wrap')
  const { data, options } = drawn.chart as Drawn
  const [planned, done] = data.datasets
  const { progress, shotsDone } = report()
  expect(planned!.data).toEqual(progress.map((p) => ({ x: p.minute, y: p.planned })))
  expect(done!.data.at(-1)!.y).toBe(shotsDone)
  expect(done!.data.length).toBeLessThan(planned!.data.length)
  const { min, max, ticks } = options.scales.x
  expect([ticks.callback(min), ticks.callback(max)]).toEqual(['04:00', '00:00 +1'])
  expect(min).toBeLessThanOrEqual(progress[0]!.minute)
  expect(max).toBeGreaterThanOrEqual(progress.at(-1)!.minute)
  expect((max - min) / ticks.stepSize).toBeLessThanOrEqual(10)
  expect((max - min) % ticks.stepSize).toBe(0)
})

test('a day whose takes were all good says all, and nothing is missing but copies', () => {
  openDemo('owner', (records) => {
    const [take] = Object.values(records.take)
    const [event] = Object.values(records.takeEvent)
    const ids = Object.values(records.shot).map((s) => s.id)
    return {
      ...records,
      take: {
        one: { ...take!, id: 'one', dayId: day().id, shotIds: ids, cardIds: [], recorderIds: ['r'], wild: false },
      },
      run: {},
      runStop: {},
      takeEvent: {
        cut: { ...event!, id: 'cut', takeId: 'one', type: 'cut', timecode: '05:10:00:00' },
        good: { ...event!, id: 'good', takeId: 'one', type: 'good' },
      },
    } as never
  })
  draw(<WrapScreen />, 'wrap')
  expect(screen.getByText('All 20 shots are good')).toBeTruthy()
  expect(screen.getByText('Nothing.')).toBeTruthy()
})

test('takes are held against the files that were read: what is in none, what nobody logged, and at what nobody could look', () => {
  const a = () => all('camera').find(({ letter }) => letter === 'A')!
  const begun = Date.parse('2026-05-14T10:00:00Z')
  const at = (seconds: number) => new Date(begun + seconds * 1000).toISOString()
  openDemo('owner', (records) => {
    const [take, run, stop, card, copy] = [records.take, records.run, records.runStop, records.card, records.copyRun].map((table) => Object.values(table)[0]!) // prettier-ignore
    const own = (id: string, from: number, to: number) => ({ run: { ...run, id, takeId: null, cameraId: a().id, recorderId: null, cardId: 'a1', startedAt: at(from), startTimecode: '', how: 'hand' }, stop: { ...stop, id: `${id} stop`, runId: id, happenedAt: at(to), timecode: '' } }) // prettier-ignore
    const runs = [own('one', 0, 60), own('two', 300, 400), own('late', 9000, 9100)]
    const clip = (id: string, ended: number, seconds: number) => ({ id, version: 9, cardId: 'a1', reading: 'x', path: `${id}.mov`, bytes: 1e9, holds: 'picture', startTimecode: '', rateNum: 25, rateDen: 1, dropFrame: false, seconds, modifiedAt: at(ended) }) // prettier-ignore
    return {
      ...records,
      take: { kept: { ...take, id: 'kept', cameraIds: [], recorderIds: [], cardIds: [] } },
      takeEvent: {},
      run: Object.fromEntries(runs.map((one) => [one.run.id, one.run])),
      runStop: Object.fromEntries(runs.map((one) => [one.stop.id, one.stop])),
      correction: {},
      card: { a1: { ...card, id: 'a1', label: 'A1', cameraId: a().id, recorderId: null } },
      copyRun: { c: { ...copy, id: 'c', cardId: 'a1', outcome: 'complete', startedAt: at(1000), reading: 'x' } },
      clip: { one: clip('one', 60, 60), nobody: clip('nobody', 700, 20) },
    } as never
  })
  draw(<WrapScreen />, 'wrap')
  const list = (title: string) => document.querySelector(`[data-list="${title}"]`)?.textContent
  expect(document.querySelector('[data-takes-and-files]')!.textContent).toBe('1 of 3 recordings on the log has its files; at 1 nobody could look') // prettier-ignore
  expect(list('In no file')).toContain('In no file, 1')
  expect(list('Logged by nobody')).toContain('A: nobody.mov on A1, 0:20')
  expect(list('Nobody could look')).toContain('Nobody could look, 1')
})

test('files are told of before anything is logged or planned', () => {
  const card = all('card').find(({ cameraId }) => cameraId !== null)!
  const clip = { id: 'c', version: 9, cardId: card.id, path: 'CLIPS/A001.mov', startTimecode: '', seconds: 8, modifiedAt: '2026-05-14T08:00:00.000Z' } // prettier-ignore
  openDemo('owner', (records) => ({ ...records, take: {}, run: {}, orderItem: {}, clip: { c: clip }, card: { [card.id]: { ...card, cameraId: null } } }) as never) // prettier-ignore
  draw(<WrapScreen />, 'wrap')
  expect(screen.getByRole('button', { name: 'Log a take' })).toBeTruthy()
  expect(screen.getByText('1 file on cards, and nothing on the log')).toBeTruthy()
  expect(screen.getByText(/CLIPS\/A001\.mov on .*say in Offload which camera or recorder it is from/)).toBeTruthy()
})

test('takes without a plan are not “all good”', () => {
  openDemo('owner', (records) => ({ ...records, orderItem: {} }))
  draw(<WrapScreen />, 'wrap')
  expect(document.querySelector('[data-answer]')?.textContent).toMatch(/^\d+ takes logged; no shot was planned$/)
})
