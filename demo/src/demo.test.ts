import { describe, expect, test } from 'vitest'
import { demoCardFiles } from './cards.ts'
import { demoProduction } from './production.ts'
import { cardHistory } from '@kavrell/core/cards'
import { pace, planDay } from '@kavrell/core/day'
import { kitNeeds } from '@kavrell/core/kit'
import { callSheet, callSheetChanges } from '@kavrell/core/callSheets'
import { dayReport, dayTimelineOtio } from '@kavrell/core/papers'
import { asId, applyChanges, productionOf, schemaOf, withNewIds, NO_RECORDS } from '@kavrell/core/records'
import { type Finding, findSnags } from '@kavrell/core/snags'
import { runStates, shotsDone, takeStates } from '@kavrell/core/takes'
import { clock } from '@kavrell/core/text'

let n = 0
const demo = demoProduction(
  () => `00000000-0000-7000-8000-${String(n++).padStart(12, '0')}`,
  Date.parse('2026-05-01T12:00:00Z'),
)
const records = applyChanges(applyChanges(NO_RECORDS, demo.plan, 1), demo.log, 2)
const production = productionOf(records)!
const snags = findSnags(production)

test('each finding can be told from the others: no two are of one check about one record', () => {
  const names = snags.map((s) => `${s.check} ${s.about.id}`)
  expect(names.filter((name, at) => names.indexOf(name) !== at)).toEqual([])
})
const of = (check: string) => snags.filter((s) => s.check === check)
const apply = (changes: Finding['fixes'][number]['changes']) =>
  productionOf(
    applyChanges(
      records,
      withNewIds(changes, () => `made ${n++}`).map((c) => (c.op === 'create' ? c : { ...c, version: 1 })),
      3,
    ),
  )!

test('every record of the demo satisfies its schema', () => {
  for (const change of [...demo.plan, ...demo.log])
    if (change.op === 'create') expect(schemaOf(change.kind).safeParse(change.fields).error?.issues).toBeUndefined()
})

describe('the demo is in trouble in the usual ways', () => {
  test.each([
    ['light.too-dark-for-shot', /4A is [\d.]+ stops too dark in setup E/],
    ['shots.shutter-beats-with-mains', /2J beats with the 50 Hz mains/],
    ['shots.rate-differs-from-deliverable', /2H is set to 30 fps/],
    ['shots.pair-on-same-side', /3A and 3C both sit frame left/],
    ['power.circuit-over-headroom', /Shed wall.*kettle.*qualified person decides/],
    ['order.outside-light', /5B runs/],
    ['order.longer-than-longest-day', /over the longest day/],
    ['crew.wanted-but-away', /Corin Marsh is needed for 6D/],
    ['cover.once-only-too-thin', /1 of 2 sound recordings/],
    ['kit.missing', /135 mm lens missing/],
    ['media.copies-below-rule', /Card A1 is not safe yet/],
  ])('%s, with evidence', (check, says) => {
    const found = of(check)
    expect(found.map((s) => s.says).join('\n')).toMatch(says)
    for (const snag of found) expect(snag.evidence.length).toBeGreaterThan(0)
  })
  const fixable = snags.flatMap((snag) => snag.fixes.map((fix) => [`${snag.check}: ${fix.says}`, snag, fix] as const))
  test('many can be put right with one press', () => expect(fixable.length).toBeGreaterThan(15))
  test.each(fixable)('%s really puts it right, or part of it', (_, snag, fix) => {
    const left = findSnags(apply(fix.changes)).filter(
      (s) => s.check === snag.check && s.about.id === snag.about.id && s.says === snag.says,
    )
    expect(left).toEqual([])
  })
})

test('a call sheet older than its order is found, and what changed is listed', () => {
  const day = demo.id('day', 'day 1')
  const sheet = callSheet(production, planDay(production, day)!)
  const moved = apply([{ op: 'update', kind: 'day', id: day, fields: { callMin: 300 } }])
  const withSheet = {
    ...moved,
    sentSheet: {
      s: {
        id: asId<'sentSheet'>('s'),
        version: 1,
        dayId: day,
        number: 1,
        fingerprint: sheet.fingerprint,
        sentAt: '',
        content: sheet,
      },
    },
  }
  expect(findSnags(withSheet).map((s) => s.check)).toContain('call.older-than-order')
  const changes = callSheetChanges(sheet, callSheet(moved, planDay(moved, day)!))
  expect(changes).toContainEqual({ what: 'Unit call', was: '04:40', now: '05:00', personId: null })
})

test('somebody wanted in two places at once is found', () => {
  const unit = {
    ...production.day[demo.id('day', 'day 1')]!,
    id: asId<'day'>('second'),
    title: 'Second unit',
    callMin: 300,
  }
  const item = {
    ...production.orderItem[demo.id('orderItem', 'day 1 1A')]!,
    id: asId<'orderItem'>('other'),
    dayId: unit.id,
  }
  const doubled = {
    ...production,
    day: { ...production.day, second: unit },
    orderItem: { ...production.orderItem, other: item },
  }
  expect(findSnags(doubled).find((s) => s.check === 'crew.wanted-in-two-places')?.says).toMatch(
    /Edda Marsh is wanted for/,
  )
})

test('calls follow from the order: by-shots people come before their first shot, all-day people with the unit', () => {
  const dayPlan = planDay(production, demo.id('day', 'day 1'))!
  const call = (name: string) => dayPlan.calls.find((c) => c.personId === demo.id('person', name))!
  expect(clock(call('maren').callMin)).toBe('04:40')
  expect(clock(call('juno').callMin)).toBe('04:25')
  const first = dayPlan.timeline.rows.find((r) => r.kind === 'shots' && r.shotIds.includes(demo.id('shot', '2D')))!
  expect(call('sadie').callMin).toBe(Math.floor((first.startMin - 30) / 5) * 5)
})

test('kit counts what is used at one moment, not what is used in all', () => {
  const need = (key: string) => kitNeeds(production).find((k) => k.key === key)
  expect(need('lens:85')?.count).toBe(1)
  expect(need('lens:35')?.count).toBe(1)
  expect(need('rig:clamp')?.count).toBe(2)
  expect(need('rig:handheld')).toBeUndefined()
})

test('the report of the first morning adds up', () => {
  const dayPlan = planDay(production, demo.id('day', 'day 1'))!
  const report = dayReport(production, dayPlan)
  expect(report).toMatchObject({
    shotsPlanned: 20,
    shotsDone: 7,
    takes: 16,
    goodTakes: 7,
    cards: 7,
    cardsCopied: 0,
    firstTake: '05:04',
    lastCut: '08:48',
  })
  expect(report.lines.find((l) => l.slate === '2E' && l.take === 3)).toMatchObject({
    start: '07:31:10:00',
    end: '07:32:24:00',
    seconds: 74,
    verdict: 'good',
  })
  expect(report.missing).toContain('Must-have 2A has no good take.')
  expect(pace(dayPlan.timeline, shotsDone(takeStates(production, dayPlan.day.id)), 9 * 60 + 40).behindMin).toBe(
    9 * 60 +
      40 -
      dayPlan.timeline.rows.find((r) => r.kind === 'shots' && r.shotIds.includes(demo.id('shot', '2J')))!.endMin,
  )
})

test('of its cold run every device has its own runs: one stops by itself, one changes its card', () => {
  const take = Object.values(production.take).find((t) => t.slate === '2 cold')!
  const runs = runStates(production).filter((run) => run.takeId === take.id)
  const of = (letter: string) => runs.filter((run) => run.device.id === demo.id('camera', letter))
  expect(of('D').map((run) => run.stop?.how)).toEqual(['by itself'])
  expect(of('C').map((run) => run.cardId)).toEqual([demo.id('card', 'C1'), demo.id('card', 'C2')])
  expect(of('A').map((run) => run.stop?.at)).toEqual(['2026-05-14T07:39:44.000Z'])
})

test('for the editor the line cut has a track of its own name', () => {
  const id = demo.id('camera', 'D')
  const withCut = {
    ...production,
    camera: { ...production.camera, [id]: { ...production.camera[id]!, lineCut: true } },
  }
  const { tracks } = dayTimelineOtio(withCut, planDay(withCut, demo.id('day', 'day 1'))!) as {
    tracks: { children: { name: string; kind: string }[] }
  }
  expect(tracks.children.map(({ name }) => name)).toEqual(['Camera A', 'Camera B', 'Camera C', 'Line cut D', 'Sound R'])
})

test('its cards hold what its log says, to the scale of its stand-ins', () => {
  for (const label of ['A1', 'A2', 'B1', 'C2', 'R1']) {
    const files = demoCardFiles(label)
    const { expected } = cardHistory(production, demo.id('card', label))
    const bytes = files.reduce((sum, file) => sum + file.bytes.length, 0) * 1000
    expect(files.length).toBeGreaterThanOrEqual(expected.recordings)
    expect(expected.recordings).toBeGreaterThan(label === 'C2' ? 0 : 2)
    expect(bytes).toBeGreaterThan(expected.leastBytes)
    if (label !== 'R1') expect(bytes / expected.bytes).toBeCloseTo(1, 2)
  }
})

test('its media are real files: a movie with a timecode track, a Broadcast Wave', () => {
  const movie = demoCardFiles('A1')[0]!.bytes,
    wave = demoCardFiles('R1')[0]!.bytes
  expect(movie.subarray(4, 8).toString()).toBe('ftyp')
  expect(movie.includes('tmcd')).toBe(true)
  expect(wave.subarray(0, 4).toString() + wave.subarray(12, 16).toString()).toBe('RIFFbext')
})
