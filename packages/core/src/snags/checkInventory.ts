import { daysInOrder } from '../day/index.ts'
import { type Carried, carrying, countOf, HANDS_KG } from '../kit/index.ts'
import { dayWants } from '../packing/index.ts'
import { type KitItem, type Production, updateRecord } from '../records/index.ts'
import { dateText } from '../text/index.ts'
import type { Finding } from './finding.ts'

const isThere = ({ outOn, backOn }: KitItem, date: string) => (outOn === null || outOn <= date) && (backOn === null || date <= backOn) // prettier-ignore

/** Is what is rented there on each day that wants it? Told only where nothing else answers on that day. */
export function checkRentals(production: Production): Finding[] {
  const { dateOrder } = production.production
  if (Object.values(production.kitItem).every(({ outOn, backOn }) => outOn === null && backOn === null)) return []
  return daysInOrder(production).flatMap((day) => {
    const wants = dayWants(production, day.id)
    if (!wants) return []
    return [...wants.byNeed.keys()].flatMap((key): Finding[] => {
      const items = Object.values(production.kitItem).filter((item) => item.answersTo === key && countOf(item) > 0) // prettier-ignore
      const [away] = items
      if (!away || items.some((item) => isThere(item, day.date))) return []
      const isEarly = away.outOn !== null && day.date < away.outOn
      const change = isEarly ? { outOn: day.date } : { backOn: day.date }
      return [
        {
          check: 'kit.not-there',
          severity: 'stop',
          stage: 'kit',
          rule: null,
          about: { kind: 'kitItem', id: away.id },
          says: `${away.name} ${isEarly ? `is out from ${dateText(away.outOn, dateOrder)}` : `goes back by ${dateText(away.backOn!, dateOrder)}`} and ${day.title}, ${dateText(day.date, dateOrder)}, wants it.`, // prettier-ignore
          evidence: [
            { label: 'out on', value: away.outOn ?? 'not said', unit: '', from: 'kit list' },
            { label: 'back by', value: away.backOn ?? 'not said', unit: '', from: 'kit list' },
          ],
          fixes: [
            {
              says: `Have it ${isEarly ? 'from' : 'until'} ${dateText(day.date, dateOrder)}`,
              changes: [updateRecord('kitItem', away.id, change)],
            },
          ],
        },
      ]
    })
  })
}

const oneDecimal = (kg: number) => `${Math.round(kg * 10) / 10}`

/** Does what each shot's camera stands on take it as it is built? */
export function checkCarrying(production: Production): Finding[] {
  return carrying(production)
    .filter((one) => one.answer === 'too heavy' || one.answer === 'long in hands')
    .map((one) => ({
      check: 'kit.too-heavy',
      severity: one.on === '' ? 'watch' : 'stop',
      stage: 'shots',
      rule: null,
      about: { kind: 'shot', id: one.shot.id },
      says: sayCarried(one),
      evidence: [
        ...one.parts.map(({ name, kg }) => ({ label: name, value: kg === null ? 'not weighed' : kg, unit: kg === null ? '' : 'kg', from: 'camera, lens and kit lists' })), // prettier-ignore
        one.on === ''
          ? { label: 'held away from the body', value: HANDS_KG, unit: 'kg', from: 'usual caution, HSE INDG143' }
          : { label: `${one.on} takes`, value: one.takesKg ?? 'not said', unit: one.takesKg === null ? '' : 'kg', from: 'kit list' }, // prettier-ignore
      ],
      fixes: one.lighter.slice(0, 2).map(({ lens, kg }) => ({
        says: `With ${lens.name}: ${oneDecimal(kg)} kg`,
        changes: [updateRecord('shot', one.shot.id, { lensId: lens.id })],
      })),
    }))
}

function sayCarried({ shot, kg, unweighed, on, takesKg, holdMin, answer }: Carried): string {
  const weighs = `${unweighed > 0 ? 'at least ' : ''}${oneDecimal(kg)} kg`
  if (on !== '') return `${shot.code}: the camera as built is ${weighs}, the ${on} takes ${oneDecimal(takesKg!)} kg.`
  return answer === 'too heavy'
    ? `${shot.code}: ${weighs} in hands. Beyond ${HANDS_KG} kg something that bears it, or hands that take turns, are usual.`
    : `${shot.code}: ${weighs} in hands for ${Math.round(holdMin)} min at a stretch. Plan rests.`
}
