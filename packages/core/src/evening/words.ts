import type { Production } from '../records/index.ts'
import { asName, counted, hours } from '../text/index.ts'
import type { Evening } from './evening.ts'
import type { Hand } from './hands.ts'

/** Whoever puts the last card in, how long after their own call, and how much rest that leaves; minutes. */
export interface LastHand {
  readonly hand: Hand
  readonly sinceCallMin: number | null
  readonly restMin: number | null
}

/** Who puts the last card in; null where no card is put in. */
export function lastHand({ course, hands, lastHandMin }: Evening): LastHand | null {
  const last = course.steps.filter(({ person }) => person !== null).at(-1)
  const hand = last && hands[last.person!]
  if (!hand || lastHandMin === null) return null
  const { calledMin, callMin } = hand
  return {
    hand,
    sinceCallMin: calledMin === null ? null : lastHandMin - calledMin,
    restMin: callMin === null ? null : callMin - lastHandMin,
  }
}

const lastAwakeMin = (hands: readonly Hand[]) =>
  Math.max(...hands.map(({ asleepFromMin }) => asleepFromMin ?? Infinity))

function sleepers(hands: readonly Hand[]): string {
  const names = hands.flatMap(({ person }) => (person ? [asName(person.name)] : []))
  return names.length === 0 ? 'everybody sleeps' : `${names.join(' and ')} ${names.length > 1 ? 'sleep' : 'sleeps'}`
}

/**
 * The answer for an evening in one line: when all would be safe, and what sleep and the next call have to do with it.
 * @param at how a minute of the day's clock is written
 */
export function eveningAnswer(production: Production, evening: Evening, at: (min: number) => string): string {
  const { allSafeMin, goes, hands, nextCallMin, problem, course, startMin, lastHandMin } = evening
  if (allSafeMin === null) return whyNever(production, evening, nextCallMin === null ? null : at(nextCallMin))
  const would = `Would be all safe at ${at(allSafeMin.likely)}`
  if (goes === 'after the call') return allSafeMin.likely > nextCallMin! ? `${would}, after the call at ${at(nextCallMin!)}` : `${would}, and perhaps only after the call at ${at(nextCallMin!)}` // prettier-ignore
  if (goes === 'before sleep') return `${would}, before sleep`
  if (goes === 'while asleep')
    return `${would}, ${allSafeMin.likely > lastAwakeMin(hands) ? '' : 'perhaps '}while ${sleepers(hands)}`
  if (goes === 'as long as it takes') return would
  const asleepMin = lastAwakeMin(hands)
  const lying = course.steps.filter(({ reader, startS }) => reader !== null && startMin + startS / 60 >= asleepMin)
  const labels = lying.map(({ card }) => production.card[problem.cards[card]!.id]?.label ?? '?')
  return labels.length > 0
    ? `${would}: ${labels.join(', ')} ${labels.length > 1 ? 'wait' : 'waits'} until somebody is up again`
    : `${would}, if the last card is in before ${at(asleepMin)}: it may take until ${at(lastHandMin!)}`
}

function whyNever(production: Production, evening: Evening, call: string | null): string {
  const { problem, course, placesShort, first, later } = evening
  const label = (card: number) => production.card[problem.cards[card]!.id]?.label ?? 'a card'
  const before = call === null ? 'tonight' : `before the call at ${call}`
  const used = [...first, ...later]
  switch (evening.lacks) {
    case 'room': {
      const [full] = course.refused
      return `No room for ${label(full!.card)} on ${full!.full.map((drive) => production.drive[problem.drives[drive]!.id]?.label).join(', ')}`
    }
    case 'drives':
      return `Never safe tonight: the rule wants ${counted(problem.copiesWanted, 'copy', 'copies')}, and ${counted(used.length, 'drive')} ${used.length === 1 ? 'is' : 'are'} there`
    case 'places':
      return `Never safe tonight: the rule wants ${counted(placesShort!.wanted, 'place')}, and of the drives ${counted(placesShort!.known, 'place')} ${placesShort!.known === 1 ? 'is' : 'are'} known`
    case 'hands': {
      const waiting = course.neverBegun.filter(({ kind }) => kind === 'offload').map(({ card }) => label(card))
      return `Not safe ${before}: nobody is up to put ${waiting.join(', ')} in`
    }
    case 'holders': {
      const holders = new Set(problem.drives.flatMap(({ id, holder }) => (used.some((drive) => drive.id === id) ? [holder] : []))) // prettier-ignore
      return `Never safe tonight: the rule wants ${counted(problem.holdersWanted, 'pair')} of hands, and the drives are in ${holders.size}`
    }
    default:
      return `Perhaps not all safe ${before}: more than one time in ten a card is not put in`
  }
}

/** What an evening asks of its people, a sentence each: until when they are needed, when they sleep, when they are called. */
export function eveningHands(evening: Evening, at: (min: number) => string): readonly string[] {
  const { hands, lastHandMin, allSafeMin, nextCallMin, goes } = evening
  const says: string[] = []
  const { cards, copies } = evening.problem
  const isNoneIn = cards.every(({ to }) => to.length === 0)
  if (isNoneIn) says.push(`No card has to be put in${copies.length > 0 ? ': what is missing is copied from drive to drive' : ''}.`)
  else if (lastHandMin !== null && allSafeMin && goes !== 'waits') says.push(`The last card is in by ${at(lastHandMin)}; after that nobody is needed unless something fails.`) // prettier-ignore
  for (const hand of hands) {
    const sleeps = hand.asleepFromMin === null ? 'and nobody said until when they are up' : `asleep from ${at(hand.asleepFromMin)} to ${at(hand.asleepUntilMin!)}` // prettier-ignore
    says.push(hand.person ? `${asName(hand.person.name)} copies, ${sleeps}.` : `Nobody is down to copy: reckoned with somebody${hand.asleepFromMin === null ? ' who is up for as long as it takes' : `, ${sleeps} for the call`}.`) // prettier-ignore
  }
  if (nextCallMin !== null) says.push(`The call after is at ${at(nextCallMin)}.`)
  return says
}

/** Where copying makes somebody's day too long, or their rest too short, by the house rule: a sentence each. */
export function longDays(production: Production, evening: Evening): readonly string[] {
  const last = lastHand(evening)
  if (!last?.hand.person) return []
  const { longestDayMin, shortestRestMin } = production.production
  const { hand, sinceCallMin, restMin } = last
  const name = asName(hand.person!.name)
  return [
    ...(sinceCallMin !== null && sinceCallMin > longestDayMin ? [`${name} puts the last card in ${hours(sinceCallMin)} after being called; the house rule is a day of ${hours(longestDayMin)}.`] : []), // prettier-ignore
    ...(restMin !== null && restMin < shortestRestMin ? [`That leaves ${name} ${hours(restMin)} before the next call; the house rule is ${hours(shortestRestMin)}.`] : []), // prettier-ignore
  ]
}
