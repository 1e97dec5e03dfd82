import { type BrokenDemand, brokenDemands, demandedPairs, type DayPlan, dayPlans, unitPlans } from '../day/index.ts'
import { type OrderItem, type Production, rankBetween, updateRecord } from '../records/index.ts'
import { stretch } from '../text/index.ts'
import type { Evidence, Finding, Fix } from './finding.ts'
import { earlierPlaces, fixesThatHold, nameOfItem, noWorse } from './waysOut.ts'

/** Does the order keep what was demanded of it: what comes after what, what is first, last or over by a time, and who is still there? */
export function checkDemands(production: Production): Finding[] {
  return dayPlans(production)
    .flatMap(unitPlans)
    .flatMap((dayPlan) => {
      const circle = circleIn(dayPlan.items)
      return [
        ...(circle.length > 0 ? [toldCircle(production, dayPlan, circle)] : []),
        ...brokenDemands(production, dayPlan).map((broken) => told(production, dayPlan, broken)),
      ]
    })
}

/** Demands of a day that go round in a circle: entries each of which has to come before the next. */
function circleIn(items: readonly OrderItem[]): readonly OrderItem[] {
  const pairs = demandedPairs(items)
  let left = items.map((_, i) => i)
  for (;;) {
    // Whatever nothing left has to come before, or has to come after nothing left, is in no circle.
    const inside = left.filter(
      (i) => pairs.some(([a, b]) => a === i && left.includes(b)) && pairs.some(([a, b]) => b === i && left.includes(a)),
    )
    if (inside.length === left.length) return left.map((i) => items[i]!)
    left = inside
  }
}

function toldCircle(production: Production, { day }: DayPlan, circle: readonly OrderItem[]): Finding {
  const names = circle.map((item) => nameOfItem(production, item))
  const said = circle.filter((item) => item.keeps !== '' || item.afterIds.length > 0)
  return {
    check: 'order.demands-in-a-circle',
    severity: 'stop',
    stage: 'order',
    rule: null,
    about: { kind: 'orderItem', id: circle[0]!.id },
    says: `No order of ${day.title} keeps what is demanded of ${names.join(', ')}: it goes round in a circle. Let go of one demand.`,
    evidence: said.map((item) => ({
      label: nameOfItem(production, item),
      value: item.keeps || item.afterIds.length,
      unit: item.keeps ? '' : 'to come before it',
      from: 'order',
    })),
    fixes: said.slice(0, 3).map((item) => letGo(production, item)),
  }
}

const letGo = (production: Production, item: OrderItem): Fix => ({
  says: `Let go of what ${nameOfItem(production, item)} demands of its place`,
  changes: [updateRecord('orderItem', item.id, { keeps: '', afterIds: [] })],
})

/** An entry put behind each of those that come after it now, the nearest first. */
function* laterPlaces(production: Production, { items }: DayPlan, item: OrderItem): Generator<Fix> {
  for (let to = items.indexOf(item) + 1; to < items.length; to++) {
    const rank = rankBetween(items[to]!.rank, items[to + 1]?.rank ?? null)
    yield {
      says: `Put ${nameOfItem(production, item)} behind ${nameOfItem(production, items[to]!)}`,
      changes: [updateRecord('orderItem', item.id, { rank })],
    }
  }
}

const evidence = (label: string, value: string, from: string): Evidence => ({ label, value, unit: '', from })

function told(production: Production, dayPlan: DayPlan, broken: BrokenDemand): Finding {
  const { item } = broken
  const name = nameOfItem(production, item)
  const { clock, day } = dayPlan
  const isMended = (after: DayPlan) =>
    noWorse(after, dayPlan) && brokenDemands(production, after).length < brokenDemands(production, dayPlan).length
  const ways = (places: Iterable<Fix>) => fixesThatHold(production, dayPlan, places, isMended)
  const base = { stage: 'order', rule: null, about: { kind: 'orderItem', id: item.id } } as const
  switch (broken.what) {
    case 'after': {
      const other = nameOfItem(production, broken.other)
      return {
        ...base,
        check: 'order.before-what-it-follows',
        severity: 'stop',
        says: `${name} is only to come after ${other}, and the order has it before.`,
        evidence: [evidence('only after', other, 'order')],
        fixes: [...ways(laterPlaces(production, dayPlan, item)), letGo(production, item)],
      }
    }
    case 'first':
    case 'last':
      return {
        ...base,
        check: 'order.not-in-its-place',
        severity: 'watch',
        says: `${name} is to be ${broken.what} of ${day.title}, and the order has it elsewhere.`,
        evidence: [evidence('wanted', broken.what, 'order'), evidence('is', String(dayPlan.items.indexOf(item) + 1), `of ${dayPlan.items.length}`)], // prettier-ignore
        fixes: [
          ...ways(broken.what === 'first' ? farthest(earlierPlaces(production, dayPlan, item, 'Put')) : farthest(laterPlaces(production, dayPlan, item))), // prettier-ignore
          letGo(production, item),
        ],
      }
    case 'over by':
      return {
        ...base,
        check: 'order.over-too-late',
        severity: 'stop',
        says: `${name} has to be over by ${clock.text(broken.byMin)}; the order ends it at ${clock.text(broken.endMin)}, ${stretch(broken.endMin - broken.byMin)} late.`,
        evidence: [
          evidence('over by', clock.text(broken.byMin), 'order'),
          evidence('ends', clock.text(broken.endMin), 'running order'),
        ],
        fixes: ways(earlierPlaces(production, dayPlan, item)),
      }
    case 'gone': {
      const person = production.person[broken.personId]!.name
      return {
        ...base,
        check: 'order.person-gone-by-then',
        severity: 'stop',
        says: `${person} has to go at ${clock.text(broken.untilMin)}; ${name}, which needs them, ends at ${clock.text(broken.endMin)}.`,
        evidence: [
          evidence(`${person} until`, clock.text(broken.untilMin), 'crew'),
          evidence('ends', clock.text(broken.endMin), 'running order'),
        ],
        fixes: ways(earlierPlaces(production, dayPlan, item)),
      }
    }
  }
}

/** The last of what is offered. */
const farthest = (fixes: Iterable<Fix>): Fix[] => [...fixes].slice(-1)
