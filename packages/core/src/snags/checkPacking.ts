import {
  chargeTonight,
  goneWith,
  labelKey,
  liftedBy,
  nightCircuits,
  ONE_LIFTS_KG,
  type PackedCase,
  type Packing,
  packingOf,
  sayChargeWay,
  stuckAt,
} from '../packing/index.ts'
import { byId, createRecord, type Day, type Production } from '../records/index.ts'
import { clock, counted } from '../text/index.ts'
import type { Evidence, Finding } from './finding.ts'

const kit = (check: string, severity: Finding['severity'], about: Finding['about'], says: string, evidence: readonly Evidence[], fixes: Finding['fixes'] = []): Finding => ({ check, severity, stage: 'kit', rule: null, about, says, evidence, fixes }) // prettier-ignore
const weight = (kg: number, unweighed: number) => `${unweighed > 0 ? 'at least ' : ''}${Math.round(kg * 10) / 10} kg`

/** Is all in a case, is all on charge, does each vehicle carry what goes in it, and is back what went out? */
export function checkPacking(production: Production): Finding[] {
  return [...checkCases(production), ...Object.values(production.day).flatMap((day) => notCharged(production, day))]
}

const sayUnplugged = (unplugged: readonly { readonly name: string }[]) =>
  unplugged.length > 0 ? ` No socket is left for ${unplugged.map(({ name }) => name).join(', ')}.` : ''

/** Batteries that are not full when they are to be, and sockets that do not give what all draw at once. */
function notCharged(production: Production, day: Day): Finding[] {
  const tonight = chargeTonight(production, day.id)
  if (!tonight) return []
  const { night, plan, short, wanted, drawW, ways, homeless, unplugged } = tonight
  const about = { kind: 'day', id: day.id }
  const found: Finding[] = []
  if (short > 0) {
    const which = [...plan.short].map(([id, count]) => `${count} × ${byId(production.kitItem, id)?.name ?? ''}`).join(', ') // prettier-ignore
    const alone = homeless.length > 0 ? ` No charger is said to take ${homeless.map(({ name }) => name).join(', ')}.` : '' // prettier-ignore
    const says = `${which} ${short === 1 ? 'is' : 'are'} not full by ${clock(night.untilMin % 1440)} for ${day.title}.${alone}${sayUnplugged(unplugged)}`
    const evidence = [
      { label: 'batteries', value: wanted, unit: '', from: 'kit list' },
      { label: 'full in time', value: wanted - short, unit: '', from: plan.isProven ? 'best of all plans' : 'best plan that was found' }, // prettier-ignore
    ]
    found.push(kit('packing.not-charged', 'watch', about, says, evidence, ways.slice(0, 3).map((way) => ({ says: sayChargeWay(way), changes: way.edit, ...(way.short > 0 && { costs: `${way.short} still short` }) })))) // prettier-ignore
  }
  for (const { circuit, chargers, load } of nightCircuits(production, tonight))
    if (load.headroomA < 0)
      found.push(kit('packing.circuit-at-night', 'stop', about, `${chargers.join(' and ')} draw ${load.lampA.toFixed(1)} A on ${circuit.name}${load.otherA > 0 ? ` beside ${load.otherA.toFixed(1)} A` : ''}, and the house rule leaves ${load.allowedA.toFixed(1)} A of ${circuit.ratingA} A: plug some of them in elsewhere. A fuse and a qualified person decide.`, [{ label: 'drawn', value: Math.round(load.totalA * 10) / 10, unit: 'A', from: circuit.name }, { label: 'allowed', value: Math.round(load.allowedA * 10) / 10, unit: 'A', from: 'house rule' }])) // prettier-ignore
  if (night.mostW !== null && drawW > night.mostW)
    found.push(kit('packing.sockets', 'stop', about, `The chargers draw ${Math.round(drawW)} W at once, and the sockets there give ${night.mostW} W: spread them over circuits, and ask whose house it is.`, [{ label: 'drawn', value: Math.round(drawW), unit: 'W', from: 'chargers' }, { label: 'given', value: night.mostW, unit: 'W', from: 'night' }])) // prettier-ignore
  return found
}

function checkCases(production: Production): Finding[] {
  if (Object.keys(production.kitCase).length === 0) return []
  const days = Object.values(production.day).toSorted((a, b) => (a.date < b.date ? -1 : 1))
  const [first] = days
  if (!first) return []
  const packing = packingOf(production, first.id, 'out')
  const ticked = new Set<string>(Object.values(production.packTick).map(({ dayId }) => dayId))
  return [
    ...inNoCase(packing),
    ...tooHeavy(packing),
    ...days.flatMap((day) => doesNotFit(production, day)),
    ...days.filter(({ id }) => ticked.has(id)).flatMap((day) => missing(production, day)),
    ...allInOne(production),
  ]
}

function inNoCase({ loose, unknownLabels, twice }: Packing): Finding[] {
  const unlabelled = loose.filter(({ caseLabel }) => caseLabel === '')
  const found: Finding[] = unknownLabels.map((label) => {
    const own = loose.filter(({ caseLabel }) => labelKey(caseLabel) === labelKey(label))
    return kit('packing.case-unknown', 'watch', { kind: own[0]!.kind, id: own[0]!.id }, `${own.map(({ name }) => name).join(', ')} ${own.length === 1 ? 'goes' : 'go'} in case ${label}, and no case is called that.`, [{ label: `in ${label}`, value: own.length, unit: '', from: 'kit list' }], [{ says: `List case ${label}`, changes: [createRecord('kitCase', { label })] }]) // prettier-ignore
  })
  for (const label of twice)
    found.push(kit('packing.label-twice', 'watch', { kind: 'kitCase', id: label }, `Two cases are called ${label.trim()}: what is in which is not known.`, [{ label: 'called so', value: label.trim(), unit: '', from: 'cases' }])) // prettier-ignore
  if (unlabelled.length > 0)
    found.push(kit('packing.no-case', 'watch', { kind: unlabelled[0]!.kind, id: unlabelled[0]!.id }, `${counted(unlabelled.length, 'thing')} ${unlabelled.length === 1 ? 'is' : 'are'} in no case: ${unlabelled.slice(0, 4).map(({ name }) => name).join(', ')}${unlabelled.length > 4 ? ' and more' : ''}.`, unlabelled.slice(0, 12).map(({ name, count }) => ({ label: name, value: count, unit: '', from: 'kit list' })))) // prettier-ignore
  return found
}

/** A vehicle that is loaded with more than it may carry, and cases that take more than two. */
function tooHeavy({ vehicles, onTheFloor }: Packing): Finding[] {
  const over = vehicles.flatMap(({ vehicle, kg, unweighed }): Finding[] =>
    vehicle.carriesKg === null || kg <= vehicle.carriesKg
      ? []
      : [
          kit(
            'packing.overloaded',
            'stop',
            { kind: 'vehicle', id: vehicle.id },
            `${vehicle.name} may carry ${vehicle.carriesKg} kg and is to carry ${weight(kg, unweighed)}, people not counted: brakes, tyres and the law are made for less.`,
            [
              { label: 'loaded', value: kg, unit: 'kg', from: 'cases' },
              { label: 'may carry', value: vehicle.carriesKg, unit: 'kg', from: vehicle.name },
            ],
          ),
        ],
  )
  const cases: readonly PackedCase[] = [...vehicles.flatMap((one) => one.cases), ...onTheFloor]
  const heavy = cases
    .filter(({ kg }) => kg > 2 * ONE_LIFTS_KG)
    .map(({ record, kg, unweighed }) =>
      kit(
        'packing.case-too-heavy',
        'watch',
        { kind: 'kitCase', id: record.id },
        `Case ${record.label} weighs ${weight(kg, unweighed)}: ${liftedBy(kg)} people lift it, or it rolls over a ramp, or it is two cases. Local rules and backs decide.`,
        [{ label: 'weighs', value: kg, unit: 'kg', from: 'what is in it' }],
      ),
    )
  return [...over, ...heavy]
}

/** Cases of a day that go through no door of its place, or weigh more than a ramp there takes. */
function doesNotFit(production: Production, day: Day): Finding[] {
  const place = byId(production.place, day.placeId)
  if (!place) return []
  const { vehicles, onTheFloor } = packingOf(production, day.id, 'out')
  const cases = [...vehicles.flatMap((one) => one.cases), ...onTheFloor].filter(({ wanted }) => wanted)
  return cases.flatMap((packed) =>
    stuckAt(packed, place).map((at) => {
      const { record, kg } = packed
      const about = { kind: 'kitCase', id: record.id }
      if (at === 'ramp')
        return kit('packing.ramp', 'stop', about, `Case ${record.label} weighs ${weight(kg, packed.unweighed)}, and the ramp or lift at ${place.name} takes ${place.rampKg!} kg: carry it in parts, or go another way.`, [{ label: 'weighs', value: kg, unit: 'kg', from: 'what is in it' }, { label: 'takes', value: place.rampKg!, unit: 'kg', from: place.name }]) // prettier-ignore
      const sides = [record.longCm!, record.wideCm!, record.highCm!]
      return kit('packing.door', 'watch', about, `Case ${record.label} is ${sides.join(' × ')} cm and does not go through the narrowest door at ${place.name}, ${place.doorWideCm ?? '?'} × ${place.doorHighCm ?? '?'} cm, with hands beside it: unpack it outside, or find another way in.`, [{ label: 'case', value: sides.join(' × '), unit: 'cm', from: `case ${record.label}` }]) // prettier-ignore
    }),
  )
}

/** Recordings that would be gone with one vehicle, card and checked copies. */
const allInOne = (production: Production): Finding[] =>
  goneWith(production).map(({ vehicleId, name, contents }) => {
    const which = contents.map(({ card, filling, isOnCard }) => (isOnCard ? `card ${card.label} and every checked copy of it` : `every checked copy of ${card.label} of before it was emptied (${filling})`)) // prettier-ignore
    const says = `${name} is to carry ${which.join(', ')}. Let one of them go another way.`
    return kit('packing.all-in-one', 'stop', { kind: 'vehicle', id: vehicleId }, says, contents.map(({ card, copies }) => ({ label: `${card.label} in ${name}`, value: copies.map(({ label }) => label).join(', '), unit: '', from: 'packing list' }))) // prettier-ignore
  })

/** What was looked for and not found: on the way out what is wanted that day, on the way back what went out. */
function missing(production: Production, day: Day): Finding[] {
  const things = (packing: Packing) => [...packing.vehicles.flatMap((one) => one.cases), ...packing.onTheFloor].flatMap((one) => one.things).concat(packing.loose) // prettier-ignore
  const out = things(packingOf(production, day.id, 'out'))
  const back = things(packingOf(production, day.id, 'back'))
  const wentOut = new Map(out.map((thing) => [thing.id, thing.there]))
  const left = out
    .filter(({ seen }) => seen === 'not here')
    .map((thing) =>
      kit(
        'packing.not-here',
        'watch',
        { kind: thing.kind, id: thing.id },
        `${thing.name} was not found when ${day.title} was packed${thing.wanted ? ', and is wanted there' : ''}.`,
        [{ label: 'not found', value: thing.count, unit: '', from: `packing of ${day.title}` }],
      ),
    )
  const lost = back
    .filter(({ id, seen, there }) => seen === 'not here' || (seen === 'in' && there < (wentOut.get(id) ?? 0)))
    .map((thing) => {
      const lacks = (wentOut.get(thing.id) || thing.count) - thing.there
      return kit(
        'packing.not-back',
        'stop',
        { kind: thing.kind, id: thing.id },
        `${thing.count > 1 ? `${lacks} of ${thing.count} ${thing.name}` : thing.name} did not come back from ${day.title}: look before the vehicles leave.`,
        [{ label: 'not back', value: lacks, unit: '', from: `packing of ${day.title}` }],
      )
    })
  return [...left, ...lost]
}
