import { byId, type Production } from '../records/index.ts'
import { cardsIn, copiesOfCard } from './cardHistory.ts'
import { contentsOf } from './contents.ts'
import { cardHeld } from './cardHeld.ts'
import { driveHeld, type Held } from './custody.ts'

/** Where a thing that is searched for is, as far as anybody said. */
export interface Whereabouts {
  readonly kind: 'card' | 'drive' | 'case' | 'thing'
  readonly id: string
  readonly label: string
  /** Whole sentences, what answers the question first. */
  readonly says: readonly string[]
}

const MOST_FOUND = 20

/**
 * Cards, drives, cases and things that are called so, or whose serial it is: those that are called exactly so first,
 * then those that begin so. Where each is, and what lies on it.
 */
export function whereIs(production: Production, asked: string): Whereabouts[] {
  const words = asked.trim().toLowerCase()
  if (words === '') return []
  return sought(production, words)
}

/** The same of a thing that is known by its id, as a label that was read says it. */
export const whereThingIs = (production: Production, id: string): Whereabouts | null =>
  sought(production, '', id)[0] ?? null

function sought(production: Production, words: string, only: string | null = null): Whereabouts[] {
  const rank = (...names: readonly string[]) => {
    const lower = names.map((name) => name.toLowerCase())
    return lower.includes(words) ? 0 : lower.some((name) => name !== '' && name.startsWith(words)) ? 1 : words.length > 2 && lower.some((name) => name.includes(words)) ? 2 : null // prettier-ignore
  }
  const found: { readonly rank: number; readonly where: Whereabouts }[] = []
  const add = (
    asked: number | null,
    kind: Whereabouts['kind'],
    id: string,
    label: string,
    says: () => readonly string[],
  ) => {
    const at = only === null ? asked : id === only ? 0 : null
    if (at !== null) found.push({ rank: at, where: { kind, id, label, says: says() } })
  }
  for (const card of Object.values(production.card)) add(rank(card.label, card.serial), 'card', card.id, card.label, () => ofCard(production, card.id)) // prettier-ignore
  for (const drive of Object.values(production.drive)) add(rank(drive.label, drive.serial), 'drive', drive.id, drive.label, () => ofDrive(production, drive.id)) // prettier-ignore
  for (const box of Object.values(production.kitCase)) add(rank(box.label, box.name), 'case', box.id, `case ${box.label}`, () => ofCase(production, box.id)) // prettier-ignore
  for (const item of Object.values(production.kitItem))
    add(rank(item.name, item.serial), 'thing', item.id, item.name, () => [
      `${item.name}: ${item.state === 'gone' ? 'gone' : item.returnedOn !== null ? `went back${item.from ? ` to ${item.from}` : ''} on ${item.returnedOn}` : item.case === '' ? 'in no case that is written down' : inCase(production, item.case)}.`, // prettier-ignore
    ])
  return found
    .sort((a, b) => a.rank - b.rank || a.where.label.localeCompare(b.where.label, 'en', { numeric: true }))
    .slice(0, MOST_FOUND)
    .map(({ where }) => where)
}

const nameOf = (production: Production, personId: string) =>
  byId(production.person, personId as never)?.name ?? 'somebody no longer listed'

function sayHeld(production: Production, held: Held): string {
  if (held.lost) return `was given to ${nameOf(production, held.lost.personId)}, who says that it never came`
  if (held.waiting) return `was given to ${nameOf(production, held.waiting.personId)}, who has not said that it came`
  if (!held.personId) return 'nobody is down as having it'
  return `with ${nameOf(production, held.personId)}${held.place ? `, ${held.place}` : ''}`
}

/** A case, and what it goes in. */
function inCase(production: Production, label: string): string {
  const box = Object.values(production.kitCase).find((one) => one.label.toLowerCase() === label.toLowerCase())
  const vehicle = box && byId(production.vehicle, box.vehicleId)
  return `packed in case ${label}${vehicle ? `, which goes in ${vehicle.name}` : ''}`
}

function ofCard(production: Production, cardId: string): string[] {
  const card = byId(production.card, cardId as never)!
  const inDevice = cardsIn(production)
  const devices = [...Object.values(production.camera), ...Object.values(production.recorder)]
  const device = devices.find(({ id }) => inDevice(id).card?.id === cardId)
  const isLogged = device !== undefined && inDevice(device.id).logged
  const held = cardHeld(production, cardId)
  const isHeld = held.personId !== null || held.waiting !== null || held.lost !== null
  // Only what somebody said is said as it is; what is likely is said to be likely.
  const where = isHeld
    ? sayHeld(production, held)
    : device
      ? `${isLogged ? 'in' : 'likely in'} ${device.letter}${isLogged ? '' : ', by what was recorded last'}`
      : card.case !== ''
        ? inCase(production, card.case)
        : 'nobody is down as having it'
  const copies = copiesOfCard(production, cardId).map(({ run, check }) => {
    const drive = byId(production.drive, run.driveId)?.label ?? 'a drive no longer listed'
    const state = !check ? 'not read back' : check.outcome === 'same' ? 'read back the same' : 'read back and differs'
    return `Copied to ${drive} (${state}), ${sayHeld(production, driveHeld(production, run.driveId))}.`
  })
  return [`Card ${card.label}: ${where}.`, ...(copies.length > 0 ? copies : ['No copy of what is on it now is known.'])]
}

function ofDrive(production: Production, driveId: string): string[] {
  const drive = byId(production.drive, driveId as never)!
  const held = driveHeld(production, driveId)
  const isHeld = held.personId !== null || held.waiting !== null || held.lost !== null
  const where = isHeld || drive.case === '' ? sayHeld(production, held) : inCase(production, drive.case)
  const on = contentsOf(production)
    .filter(({ copies }) => copies.some((copy) => copy.driveId === driveId))
    .map(({ card, isOnCard, filling }) =>
      isOnCard ? card.label : `${card.label} of before it was emptied (${filling})`,
    )
  return [`Drive ${drive.label}: ${where}.`, on.length > 0 ? `Checked copies on it: ${on.join(', ')}.` : 'No checked copy is known to be on it.'] // prettier-ignore
}

function ofCase(production: Production, caseId: string): string[] {
  const box = byId(production.kitCase, caseId as never)!
  const vehicle = byId(production.vehicle, box.vehicleId)
  const inIt = [
    ...Object.values(production.kitItem).map((item) => ({ ...item, label: item.name })),
    ...Object.values(production.card),
    ...Object.values(production.drive),
  ].filter((one) => one.case.toLowerCase() === box.label.toLowerCase())
  return [
    `Case ${box.label}${box.name ? ` (${box.name})` : ''}: ${vehicle ? `goes in ${vehicle.name}` : 'in no vehicle that is written down'}.`,
    inIt.length > 0 ? `Is to hold ${inIt.map(({ label }) => label).join(', ')}.` : 'Nothing is down as packed in it.',
  ]
}
