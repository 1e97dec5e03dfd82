import type { Content } from 'pdfmake/interfaces.js'
import { daysInOrder } from '@kavrell/core/day'
import {
  chargeTonight,
  liftedBy,
  nightClock,
  type PackedCase,
  type Packing,
  packingOf,
  type Wanted,
} from '@kavrell/core/packing'
import { byId, type Day, type Production } from '@kavrell/core/records'
import { clock } from '@kavrell/core/text'
import { heading, makePdf, say, table, tickBox } from './pdf.ts'

const kg = (value: number, unweighed: number) => `${unweighed > 0 ? 'at least ' : ''}${Math.round(value * 10) / 10}`

/** The packing list: for each day the cases as they are loaded, what goes in each with a box for out and back, the night's charging. */
export function packingPdf(production: Production): Promise<Buffer> {
  const { title, paper } = production.production
  const wantedAt = (wanted: Wanted | null) => {
    const letter = wanted?.setupId ? byId(production.setup, wanted.setupId)?.letter : undefined
    return wanted ? `${clock(wanted.atMin)}${letter ? ` ${letter}` : ''}` : 'at hand'
  }
  const days = daysInOrder(production)
  const [first] = days
  const content: Content[] = [
    say(title, { fontSize: 20, bold: true }),
    say('Packing list. Tick what you have seen, not what should be there.', { margin: [0, 2, 0, 4] }),
  ]
  for (const day of days) content.push(...loadOrder(day, packingOf(production, day.id, 'out'), wantedAt), ...night(production, day)) // prettier-ignore
  if (first) {
    const packing = packingOf(production, first.id, 'out')
    const cases = [...packing.vehicles.flatMap((one) => one.cases), ...packing.onTheFloor]
    content.push(...cases.filter(({ things }) => things.length > 0).map(caseList))
    if (packing.loose.length > 0)
      content.push(heading('In no case'), ...packing.loose.map(({ name, count }) => say(`${count} × ${name}`)))
  }
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, packing list.`, content)
}

function loadOrder(day: Day, { vehicles }: Packing, wantedAt: (wanted: Wanted | null) => string): Content[] {
  return vehicles
    .filter(({ cases }) => cases.length > 0)
    .flatMap((loaded): Content[] => [
      heading(`${day.title}: ${loaded.vehicle.name}, ${kg(loaded.kg, loaded.unweighed)}${loaded.vehicle.carriesKg === null ? '' : ` of ${loaded.vehicle.carriesKg}`} kg`), // prettier-ignore
      table(
        [18, 13, 80, '*', 60, 60],
        ['in', '', 'case', 'holds', 'kg', 'first wanted'],
        loaded.cases.map((one, i) => [
          say(String(i + 1)),
          tickBox(),
          say(one.record.label, { bold: true }),
          say(one.record.name || one.things.map(({ name }) => name).join(', ')),
          say(`${kg(one.kg, one.unweighed)}${liftedBy(one.kg) > 1 ? `, ${liftedBy(one.kg)} lift` : ''}`),
          say(one.record.staysIn ? 'stays in' : wantedAt(one.wanted)),
        ]),
      ),
    ])
}

/** When somebody changes batteries before a day, and what is not full. */
function night(production: Production, day: Day): Content[] {
  const tonight = chargeTonight(production, day.id)
  if (!tonight || tonight.wanted === 0) return []
  const { plan, times, short } = tonight
  const called = (id: string) => byId(production.kitItem, id)?.name ?? ''
  const starts = [...new Set(plan.charges.map(({ startMin }) => startMin))].sort((a, b) => a - b)
  return [
    heading(`On charge before ${day.title}, full by ${nightClock(times.untilMin)}`),
    ...(short > 0 ? [say(`Not full: ${[...plan.short].map(([id, count]) => `${count} × ${called(id)}`).join(', ')}`, { bold: true })] : []), // prettier-ignore
    table(
      [60, '*'],
      ['put in at', 'which'],
      starts.map((start) => [
        say(nightClock(start), { bold: true }),
        say(together(plan.charges.filter(({ startMin }) => startMin === start).map(({ batteryId, chargerId }) => `${called(batteryId)} in ${byId(production.charger, chargerId)?.name ?? ''}`))), // prettier-ignore
      ]),
    ),
  ]
}

/** The same words so many times, told once each. */
const together = (words: readonly string[]): string =>
  [...new Set(words)].map((word) => `${words.filter((other) => other === word).length} × ${word}`).join('; ')

const caseList = ({ record, things }: PackedCase): Content => ({
  unbreakable: things.length < 30,
  stack: [
    heading(`Case ${record.label}${record.name ? `, ${record.name}` : ''}`),
    table(
      [24, 24, 30, '*', 70],
      ['out', 'back', '', 'thing', ''],
      things.map(({ name, count, isRented }) => [
        tickBox(),
        tickBox(),
        say(`${count} ×`),
        say(name, { bold: true }),
        say(isRented ? 'rented' : ''),
      ]),
    ),
  ],
})
