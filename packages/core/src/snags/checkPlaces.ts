import { allItems, allRows, dailyWindows, type DayPlan, dayPlans, forUnit } from '../day/index.ts'
import {
  byId,
  type Place,
  positionOf,
  type Production,
  type Shot,
  updateRecord,
  rankBetween,
} from '../records/index.ts'
import { operatorOf, shotsOfItem, spotOfShot } from '../shotlist/index.ts'
import { clock } from '../text/index.ts'
import type { Finding } from './finding.ts'
import { earlierPlaces, fixesThatHold, nameOfItem, noWorse } from './waysOut.ts'

type Gap = readonly [check: string, field: keyof Place, missing: string, because: string]

/** Longer than this at a place, people need a toilet and something to eat and drink. */
const LONG_STAY_MIN = 120

/** What is not known of a place and the plan needs: only what follows from shots, people and times. */
export function checkPlaceGaps(production: Production): Finding[] {
  return Object.values(production.place).flatMap((place) => {
    const plans = dayPlans(production).filter((dayPlan) => usesPlace(production, dayPlan, place))
    if (plans.length === 0) return []
    const shots = plans.flatMap((dayPlan) =>
      allItems(dayPlan)
        .flatMap((item) => shotsOfItem(production, item))
        .filter((s) => (spotOfShot(production, s)?.placeId ?? dayPlan.place.id) === place.id),
    )
    const long = plans.filter((dayPlan) => dayPlan.timeline.wrapMin - dayPlan.timeline.startMin > LONG_STAY_MIN)
    const days = plans.map((dayPlan) => dayPlan.day.title).join(', ')
    const rented = Object.values(production.kitItem).some((item) => item.owned + item.rented > 0)
    const outdoors = shots.filter((shot) => spotOfShot(production, shot)?.outdoors)
    const lamps = Object.values(production.lamp).filter(
      (lamp) =>
        byId(production.spot, byId(production.setup, lamp.setupId)?.spotId)?.placeId === place.id && lamp.watts > 0,
    )
    const gaps: (Gap | false)[] = [
      ['hospital', 'hospital', 'no hospital', `${days} is shot there`],
      ['permission', 'permission', 'no permission', `${days} is shot there`],
      ['address', 'address', 'no address', `people are called there on ${days}`],
      ['parking', 'parking', 'no word on parking and the walk', `people are called there on ${days}`],
      long.length > 0 && [
        'toilets',
        'toilets',
        'no toilets',
        `${long.map((p) => p.day.title).join(', ')} lasts over 2 hours`,
      ],
      long.length > 0 && [
        'food',
        'food',
        'no food and water',
        `${long.map((p) => p.day.title).join(', ')} lasts over 2 hours`,
      ],
      plans.length > 1 &&
        rented && ['lockable', 'lockable', 'no lockable room', `${plans.length} days there: the kit stays overnight`],
      outdoors.length > 0 && [
        'shelter',
        'shelter',
        'no shelter',
        `${codesOf(outdoors)} ${outdoors.length === 1 ? 'is' : 'are'} outdoors`,
      ],
      lamps.length > 2 && ['van', 'vanAccess', 'no word on access for the van', `${lamps.length} lamps are carried in`],
    ]
    // "Daylight" of a place that is nowhere would be any daylight.
    const lit = positionOf(place) ? [] : shots.filter((shot) => shot.window !== 'none' && shot.window !== 'clock')
    const nowhere = lit.length > 0 || (!positionOf(place) && outdoors.length > 0)
    const noCircuit = lamps.length > 0 && !Object.values(production.circuit).some((c) => c.placeId === place.id)
    return [
      ...gaps.flatMap((gap) => (gap && String(place[gap[1]]).trim() === '' ? [gapFinding(place, gap)] : [])),
      ...(nowhere ? [nowhereFinding(place, lit, outdoors)] : []),
      ...(noCircuit
        ? [gapFinding(place, ['power', 'name', 'no circuit', `${lamps.length} lamps are planned there`])]
        : []),
    ]
  })
}

const gapFinding = (place: Place, [check, field, missing, because]: Gap): Finding => ({
  check: `scout.no-${check}`,
  severity: check === 'hospital' ? 'stop' : 'watch',
  stage: 'scout',
  rule: null,
  about: { kind: 'place', id: place.id },
  says: `${place.name} has ${missing} written down, and ${because}.`,
  evidence: [{ label: field, value: 'nothing', unit: '', from: because }],
  fixes: [],
})

/** Without a place on the map there is no sun to plan by: nothing that waits for its light can be called on time. */
const nowhereFinding = (place: Place, lit: readonly Shot[], outdoors: readonly Shot[]): Finding => ({
  check: 'scout.no-position',
  severity: lit.length > 0 ? 'stop' : 'watch',
  stage: 'scout',
  rule: null,
  about: { kind: 'place', id: place.id },
  says:
    lit.length > 0
      ? `Nobody has said where on the map ${place.name} is, and ${codesOf(lit)} ${lit.length === 1 ? 'waits' : 'wait'} for the light of the sun: when that is cannot be told.`
      : `Nobody has said where on the map ${place.name} is, and ${codesOf(outdoors)} ${outdoors.length === 1 ? 'is' : 'are'} outdoors: when it gets light and dark cannot be told.`,
  evidence: [{ label: 'latitude and longitude', value: 'not known', unit: '', from: 'Scout' }],
  fixes: [],
})

const codesOf = (shots: readonly Shot[]): string =>
  shots
    .map((s) => s.code)
    .slice(0, 4)
    .join(', ')

const usesPlace = (production: Production, dayPlan: DayPlan, place: Place): boolean =>
  dayPlan.place.id === place.id ||
  allItems(dayPlan).some((item) =>
    shotsOfItem(production, item).some((shot) => spotOfShot(production, shot)?.placeId === place.id),
  )

/** Is a shot that needs quiet planned while something loud is on? */
export function checkNoise(production: Production): Finding[] {
  const sources = Object.values(production.noiseSource)
  if (sources.length === 0) return []
  return dayPlans(production).flatMap((whole) => {
    const loud = (after: DayPlan) => loudRows(production, after)
    return loud(whole).map(({ row, shot, source, overlapMin }): Finding => {
      const item = allItems(whole).find((i) => i.id === row.itemId)!
      const dayPlan = forUnit(whole, item.unitId)
      const quiet = (after: DayPlan) =>
        noWorse(after, dayPlan) &&
        loud(after).length < loud(dayPlan).length &&
        !loud(after).some((l) => l.shot.id === shot.id)
      const later = dayPlan.items.slice(dayPlan.items.indexOf(item) + 1).map((next, i, rest) => ({
        says: `Shoot ${nameOfItem(production, item)} after ${nameOfItem(production, next)}`,
        changes: [updateRecord('orderItem', item.id, { rank: rankBetween(next.rank, rest[i + 1]?.rank ?? null) })],
      }))
      return {
        check: 'order.loud-in-quiet-shot',
        severity: 'watch',
        stage: 'order',
        rule: null,
        about: { kind: 'orderItem', id: item.id },
        says: `${shot.code} needs quiet and runs ${dayPlan.clock.text(row.startMin)} to ${dayPlan.clock.text(row.endMin)}; ${source.name} is on ${clock(source.fromMin)} to ${clock(source.toMin)}.`,
        evidence: [
          {
            label: 'planned',
            value: `${dayPlan.clock.text(row.startMin)}–${dayPlan.clock.text(row.endMin)}`,
            unit: '',
            from: dayPlan.day.title,
          },
          { label: 'together', value: Math.round(overlapMin), unit: 'min', from: source.name },
        ],
        fixes: fixesThatHold(production, dayPlan, [...later, ...earlierPlaces(production, dayPlan, item)], quiet),
      }
    })
  })
}

function loudRows(production: Production, dayPlan: DayPlan) {
  return allRows(dayPlan).flatMap((row) => {
    if (row.kind !== 'shots') return []
    const quiet = row.shotIds.flatMap((id): Shot[] => (byId(production.shot, id)?.quiet ? [production.shot[id]!] : []))
    return quiet.slice(0, 1).flatMap((shot) =>
      Object.values(production.noiseSource).flatMap((source) => {
        // What is on every night is on after midnight too.
        const on = dailyWindows(dayPlan.sky, source.fromMin, source.toMin)
        const overlapMin = Math.max(
          ...on.map((w) => Math.min(row.endMin, w.toMin) - Math.max(row.startMin, w.fromMin)),
          0,
        )
        return source.placeId === spotOfShot(production, shot)?.placeId && overlapMin >= 1
          ? [{ row, shot, source, overlapMin }]
          : []
      }),
    )
  })
}

/** Is one operator wanted at two cameras that roll together? */
export function checkOperators(production: Production): Finding[] {
  return Object.values(production.orderItem).flatMap((item) => {
    const shots = shotsOfItem(production, item)
    const byOperator = new Map<string, Shot[]>()
    for (const shot of shots) {
      const id = operatorOf(production, shot)
      if (id) byOperator.set(id, [...(byOperator.get(id) ?? []), shot])
    }
    return [...byOperator].flatMap(([id, own]): Finding[] => {
      const cameras = new Set(own.map((shot) => shot.cameraId))
      if (own.length < 2 || cameras.size < 2) return []
      const name = byId(production.person, id)?.name ?? 'Somebody'
      const last = own.at(-1)!
      return [
        {
          check: 'shots.operator-wanted-twice',
          severity: 'watch',
          stage: 'shots',
          rule: null,
          about: { kind: 'shot', id: last.id },
          says: `${name} operates ${own.map((shot) => shot.code).join(' and ')}, which roll together on ${cameras.size} cameras.`,
          evidence: own.map((shot) => ({
            label: shot.code,
            value: `camera ${byId(production.camera, shot.cameraId)?.letter ?? '?'}`,
            unit: '',
            from: shot.operatorId ? 'named on the shot' : 'operator of the camera',
          })),
          fixes: last.operatorId
            ? [
                {
                  says: `Take ${name} off ${last.code}`,
                  changes: [updateRecord('shot', last.id, { operatorId: null })],
                },
              ]
            : [],
        },
      ]
    })
  })
}
