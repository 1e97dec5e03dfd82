import type { DayPlan } from '../day/index.ts'
import { dayPlans } from '../day/index.ts'
import { type Evening, eveningAnswer, eveningOf, longDays } from '../evening/index.ts'
import { type Production, updateRecord } from '../records/index.ts'
import type { Finding, Fix } from './finding.ts'

/**
 * Do the copies of each evening end before sleep and the next call? From the day on of which something is logged last,
 * or the first: evenings before it were.
 */
export function checkEvening(production: Production): Finding[] {
  if (Object.keys(production.card).length === 0) return []
  const logged = new Set(
    [...Object.values(production.run), ...Object.values(production.take)].map(({ dayId }) => dayId),
  )
  const plans = dayPlans(production)
  const from = Math.max(
    0,
    plans.findLastIndex(({ day }) => logged.has(day.id)),
  )
  let isLater = false
  return plans.slice(from).flatMap((plan) => {
    const isHeld = plan.day.weatherDayOf !== null && plan.items.length === 0
    const evening = isHeld ? null : eveningOf(production, plan, { isLater })
    if (!evening) return []
    isLater = true
    return [...tooLate(production, plan, evening), ...tooLong(production, plan, evening)]
  })
}

function tooLate(production: Production, plan: DayPlan, evening: Evening): Finding[] {
  const { goes, allSafeMin, nextCallMin, lastHandMin } = evening
  if (goes === 'before sleep' || goes === 'while asleep' || goes === 'as long as it takes') return []
  const isOpen = evening.lacks === 'places' || (evening.lacks === 'holders' && evening.unheld.length > 0)
  const at = (min: number | null | undefined) => (min === null || min === undefined ? 'never' : plan.clock.text(min))
  return [
    {
      check: 'media.evening-too-late',
      // Who will hold a drive, and where, may well be written down when it is handed over.
      severity: goes === 'waits' || isOpen ? 'watch' : 'stop',
      stage: 'offload',
      rule: 'copiesBeforeWipe',
      about: { kind: 'day', id: plan.day.id },
      says: `The evening of ${plan.day.title}: ${lowerFirst(eveningAnswer(production, evening, plan.clock.text))}.`,
      evidence: [
        { label: 'all safe', value: at(allSafeMin?.likely), unit: '', from: 'simulated' },
        {
          label: 'at the latest',
          value: at(allSafeMin?.late),
          unit: '',
          from: 'nine times in ten, by what is known of speeds',
        },
        { label: 'last card in', value: at(lastHandMin), unit: '', from: 'simulated' },
        { label: 'next call', value: nextCallMin === null ? 'none' : at(nextCallMin), unit: '', from: 'order' },
      ],
      fixes: stayingUp(plan, evening),
    },
  ]
}

/** Somebody who is down for it stays up until the last card is in. */
const stayingUp = ({ clock }: DayPlan, { earlier, hands, startMin }: Evening): Fix[] =>
  earlier.flatMap((one): Fix[] => {
    const hand = one.way === 'awake' ? hands[one.person] : undefined
    if (one.way !== 'awake' || !hand?.record || !hand.person) return []
    const untilMin = Math.ceil((startMin + one.untilS / 60) / 5) * 5
    return [
      {
        says: `${hand.person.name} stays up until ${clock.text(untilMin)}`,
        changes: [updateRecord('copyHand', hand.record.id, { asleepFromMin: ((clock.shown(untilMin) % 1440) + 1440) % 1440 })], // prettier-ignore
        costs: `all safe at ${clock.text(startMin + one.allSafeS / 60)}`,
      },
    ]
  })

function tooLong(production: Production, plan: DayPlan, evening: Evening): Finding[] {
  const says = longDays(production, evening)
  if (says.length === 0) return []
  return [
    {
      check: 'media.evening-too-long',
      severity: 'watch',
      stage: 'offload',
      rule: 'shortestRestMin',
      about: { kind: 'day', id: plan.day.id },
      says: `The evening of ${plan.day.title}: ${says.join(' ')} Let somebody else put the last cards in, or begin before the end of shooting.`,
      evidence: [{ label: 'last card in', value: plan.clock.text(evening.lastHandMin!), unit: '', from: 'simulated' }],
      fixes: [],
    },
  ]
}

const lowerFirst = (text: string) => (/^[A-Z][a-z]/.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text)
