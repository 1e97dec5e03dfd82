import {
  asOf,
  cardHistory,
  mayWipe,
  newestRun,
  openPlannedCopies,
  recordedOn,
  type WipeAnswer,
  wipeRule,
  type WipeRule,
} from '../cards/index.ts'
import { byId, type Card, type Drive, type Production, createRecord } from '../records/index.ts'
import { type TakeState, runStates, takeStates } from '../takes/index.ts'
import { counted } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Has every card that was rolled on the copies that the house rule asks for? */
export function checkCards(production: Production): Finding[] {
  return [
    ...checkEmptyCards(production),
    ...checkFormatted(production),
    ...checkCopies(production),
    ...checkLog(production),
  ]
}

/** Takes are logged on it, and the reader found no file: the wrong card, or one that is not mounted. */
function checkEmptyCards(production: Production): Finding[] {
  return Object.values(production.card).flatMap((card): Finding[] => {
    const takes = recordedOn(production, card.id).recordings
    const newest = newestRun(production, card.id)
    if (takes === 0 || newest === undefined || newest.files > 0) return []
    return [
      {
        check: 'media.card-empty',
        severity: 'stop',
        stage: 'offload',
        rule: 'copiesBeforeWipe',
        about: { kind: 'card', id: card.id },
        says: `Card ${card.label} has ${counted(takes, 'take')} logged on it, and the reader found no file. Look whether it is the right card and whether it is mounted.`,
        evidence: [
          { label: 'takes', value: takes, unit: '', from: 'take ledger' },
          { label: 'files found', value: 0, unit: '', from: 'copy ledger' },
        ],
        fixes: [],
      },
    ]
  })
}

/** Was a card formatted in its device while what was on it was not safe? Too late to mend; not too late to know. */
function checkFormatted(production: Production): Finding[] {
  const rule = { ...wipeRule(production), school: 'wipe' } as const
  return Object.values(production.cardMove).flatMap((move): Finding[] => {
    const card = byId(production.card, move.cardId)
    if (move.type !== 'formatted' || !card) return []
    const before = asOf(production, move.version)
    const { recordings } = recordedOn(before, card.id)
    const answer = mayWipe(cardHistory(before, card.id), rule, null)
    if (recordings === 0 || answer.may) return []
    return [
      {
        check: 'media.formatted-too-soon',
        severity: 'stop',
        stage: 'offload',
        rule: 'copiesBeforeWipe',
        about: { kind: 'card', id: card.id },
        says: `Card ${card.label} was formatted in its device while ${counted(recordings, 'take')} on it ${recordings === 1 ? 'was' : 'were'} not safe: ${answer.reasons.join(' ')} Keep it out of use until somebody has tried to bring them back.`,
        evidence: [
          { label: 'formatted', value: move.happenedAt, unit: '', from: 'cards in and out' },
          { label: 'copies then', value: answer.goodCopies, unit: `of ${rule.copies}`, from: 'copy ledger' },
        ],
        fixes: [],
      },
    ]
  })
}

/** Does the log say one thing once, and in its turn? */
function checkLog(production: Production): Finding[] {
  return Object.values(production.day).flatMap((day) => {
    const states = takeStates(production, day.id)
    const doubles = new Map<string, TakeState[]>()
    for (const state of states)
      if (state.misnumbered === 'twice') {
        const key = `${state.take.slate} take ${state.take.number}`
        doubles.set(key, [...(doubles.get(key) ?? []), state])
      }
    const late = states.filter((state) => state.misnumbered === 'out of turn')
    const outOfTurn = late.map((state): Finding => ({
      check: 'roll.number-out-of-turn',
      severity: 'watch',
      stage: 'roll',
      rule: null,
      about: { kind: 'take', id: state.take.id },
      says: `${state.take.slate} take ${state.take.number} on ${day.title} was shot after one with a higher number: whoever logged it may have been away and not known. Look what the slate said, and put the number right in Roll.`,
      evidence: [
        { label: 'logged as', value: state.take.number, unit: '', from: state.take.startedAt },
        ...states
          .filter(
            ({ take }) =>
              take.slate === state.take.slate &&
              take.number >= state.take.number &&
              take.startedAt < state.take.startedAt,
          )
          .map(({ take }) => ({ label: 'before it', value: take.number, unit: '', from: take.startedAt })),
      ],
      fixes: [],
    }))
    const twice = [...doubles].map(([called, same]): Finding => ({
      check: 'roll.number-twice',
      severity: 'watch',
      stage: 'roll',
      rule: null,
      about: { kind: 'take', id: same.at(-1)!.take.id },
      says: `${counted(same.length, 'take')} on ${day.title} are all ${called}: the editor cannot tell them apart. Give one another number in Roll.`,
      evidence: same.map((state) => ({
        label: called,
        value: state.take.startTimecode,
        unit: '',
        from: state.take.startedAt,
      })),
      fixes: [],
    }))
    return [...twice, ...outOfTurn]
  })
}

function checkCopies(production: Production): Finding[] {
  const rule = { ...wipeRule(production), school: 'wipe' } as const
  const rolled = new Set([
    ...Object.values(production.take).flatMap((take) => take.cardIds),
    ...runStates(production).flatMap((run) => run.cardsNamed),
    ...Object.values(production.copyRun).map((run) => run.cardId),
  ])
  return Object.values(production.card)
    .filter((card) => rolled.has(card.id))
    .flatMap((card) => {
      const history = cardHistory(production, card.id)
      const answer = mayWipe(history, rule, null)
      if (answer.may || history.alreadyWiped) return []
      const planned = openPlannedCopies(production, card.id).length
      const toCome = planned > 0 ? ` ${planned} more ${planned === 1 ? 'copy is' : 'copies are'} planned.` : ''
      return [
        {
          check: 'media.copies-below-rule',
          severity: answer.goodCopies === 0 ? 'stop' : 'watch',
          stage: 'offload',
          rule: 'copiesBeforeWipe',
          about: { kind: 'card', id: card.id },
          says: `Card ${card.label} is not safe yet: ${answer.reasons.join(' ')}${toCome}`,
          evidence: [
            { label: 'copies', value: answer.goodCopies, unit: `of ${rule.copies}`, from: 'copy ledger' },
            { label: 'checked', value: answer.checkedCopies, unit: `of ${rule.checked}`, from: 'check ledger' },
            { label: 'in hands of', value: answer.holders, unit: `of ${rule.holders}`, from: 'custody ledger' },
            ...(rule.places > 0 ? [{ label: 'in places', value: answer.places, unit: `of ${rule.places}`, from: 'custody ledger' }] : []), // prettier-ignore
            { label: 'planned', value: planned, unit: '', from: 'copies somebody means to make' },
          ],
          fixes: planCopies(production, card, answer, rule),
        } satisfies Finding,
      ]
    })
}

/**
 * Copies that would meet the rule, put down for whoever copies: to drives that hold none yet, fast ones
 * before slow ones. The card stays unsafe until they are made and checked.
 */
function planCopies(production: Production, card: Card, answer: WipeAnswer, rule: WipeRule): Fix[] {
  const history = cardHistory(production, card.id)
  const planned = openPlannedCopies(production, card.id)
  const wanted = rule.copies - answer.goodCopies - planned.length
  const taken = new Set([...history.copies.filter((c) => !c.damaged), ...planned].map((c) => c.driveId))
  const free = Object.values(production.drive)
    .filter((drive) => !taken.has(drive.id) && drive.capacityGb >= card.capacityGb)
    .sort(byUse)
  if (wanted < 1 || free.length === 0) return []
  const drives = free.slice(0, wanted)
  return [
    {
      says: `Plan copies of ${card.label} to ${drives.map((drive) => drive.label).join(', ')}`,
      changes: drives.map((drive) => createRecord('plannedCopy', { cardId: card.id, driveId: drive.id })),
    },
  ]
}

const SPEEDS: readonly Drive['speed'][] = ['fast', 'slow', 'upload']
const byUse = (a: Drive, b: Drive) =>
  SPEEDS.indexOf(a.speed) - SPEEDS.indexOf(b.speed) || a.label.localeCompare(b.label, 'en', { numeric: true })
