import { counted, sayBytes, stretch } from '../text/index.ts'
import type { ExpectedOnCard } from './expected.ts'

/** Files of a card that a copy does not have, or has as they were before. */
export interface LackingFiles {
  readonly count: number
  /** The first few by name. */
  readonly first: readonly string[]
  /** How many files that copy has are not on the card: it was emptied in part, or is another card. */
  readonly gone: number
}

/** What the reader sees on a card, held against its copies. */
export interface CardSight {
  /** Which card it is, as the reader tells it. */
  readonly medium: string
  readonly files: number
  readonly bytes: number
  /** What is on it and could not be looked at, each a sentence. */
  readonly unread: readonly string[]
  /** By copy run; null where nobody kept what that run copied, none where it was not held against that run. */
  readonly lacking: Readonly<Record<string, LackingFiles | null>>
}

/** One copy of the card's present contents that reached the end. */
export interface CopyOfCard {
  readonly runId: string
  readonly driveId: string
  readonly driveLabel: string
  /** The device that the drive was: two drives that are one medium are lost together. */
  readonly medium: string
  /** It was read from a card that the reader knew as another one. */
  readonly ofAnother: boolean
  readonly files: number
  /** What they stand for: a stand-in may hold a part of what a card would. */
  readonly bytes: number
  /** It is kept what this copy holds, and on which device. Without that no check of it means anything. */
  readonly proven: boolean
  /** The newest check of this copy read every file back and found it the same. */
  readonly checked: boolean
  /** The newest check found a difference or a missing file. */
  readonly damaged: boolean
  /** Who holds the drive, by the custody ledger. */
  readonly holder: string | null
  /** Where it lies, by the same; an upload is far away. */
  readonly place: string | null
  /** Its recordings were read when it was made; copies of before that were not. */
  readonly isRead: boolean
  /** Recordings of the log that none of its files is known to hold, in words. */
  readonly missing: readonly string[]
  /** How many are only known to be in them by the times of files. */
  readonly byTime: number
  /** Somebody has seen all of them on the card as it was when this copy, or one that holds less, was made. */
  readonly isSeen: boolean
}

/** What has happened to the files of one card, from the ledgers. */
export interface CardHistory {
  readonly copies: readonly CopyOfCard[]
  /** Which card it is, as a reader told it once; empty while none did. */
  readonly identity: string
  /** What the log says must be on it. */
  readonly expected: ExpectedOnCard
  /** How many recordings that is, one of each device. */
  readonly recordings: number
  /** Some copy began before the newest take on this card was logged; such copies are not among `copies`. */
  readonly rolledSinceCopy: boolean
  /** A device records on it, or did and nobody said that it stopped. */
  readonly stillRolling: boolean
  readonly alreadyWiped: boolean
}

export interface WipeRule {
  readonly copies: number
  readonly checked: number
  readonly holders: number
  /** In so many different places; 0 where that is not asked. */
  readonly places: number
  readonly school: 'wipe' | 'hold'
}

export interface WipeAnswer {
  readonly may: boolean
  readonly goodCopies: number
  readonly checkedCopies: number
  readonly holders: number
  /** Where checked copies lie; of which nobody wrote it down is in none. */
  readonly places: number
  /** By copy run: why that copy does not count, in a few words; null where it does. */
  readonly against: Readonly<Record<string, string | null>>
  /** Why not, each a whole sentence; or, when it may be wiped, what was counted. */
  readonly reasons: readonly string[]
  /** What this answer could not look at, each a whole sentence. */
  readonly unseen: readonly string[]
}

/** Whether every recording of the log is known to be in a copy: by its files, or because somebody has seen them. */
export const holdsLog = ({ missing, isSeen }: Pick<CopyOfCard, 'missing' | 'isSeen'>): boolean =>
  isSeen || missing.length === 0

/** A copy that cannot be all that the log tells of: of another card, of a part of it, or of takes that never were. */
export const isShort = ({ files, bytes }: CopyOfCard, { recordings, leastBytes }: ExpectedOnCard): boolean =>
  files < recordings || bytes < leastBytes

/** Why a copy does not count, whatever it was read back as; null if it does. */
function whyNot(copy: CopyOfCard, { expected }: CardHistory, sight: CardSight | null): string | null {
  const lacks = sight?.lacking[copy.runId]
  if (copy.damaged) return 'differs'
  if (copy.ofAnother) return 'of another card'
  if (!copy.proven) return 'nobody kept what it holds'
  // The card is seen, and what this copy took from it cannot be held against it.
  if (sight !== null && !lacks) return 'not held against the card'
  if (lacks?.count) return `lacks ${counted(lacks.count, 'file')} that the card has`
  if (isShort(copy, expected)) return 'shorter than the log'
  return holdsLog(copy) ? null : 'not known to hold all of the log'
}

const CARD_NOT_SEEN =
  'The card is not in the reader: a file that nobody logged, or that came after the copy, cannot be seen.'

/**
 * May this card be wiped? Only copies count that reached the end, hold all that the card holds, are not known to be
 * damaged, of which it is kept what they hold, and in whose files every recording of the log is found; only one read
 * back from the drive counts as checked; drives that are one medium count once. The answer is no whenever anything it
 * could look at is unknown.
 * @param sight what the reader sees on the card now; null when it is not in there
 */
export function mayWipe(card: CardHistory, rule: WipeRule, sight: CardSight | null): WipeAnswer {
  const lacks = (copy: CopyOfCard) => sight?.lacking[copy.runId]
  /** The card is seen, and what this copy took from it cannot be held against it. */
  const notHeldAgainst = (copy: CopyOfCard) => sight !== null && !lacks(copy)
  const against = Object.fromEntries(card.copies.map((copy) => [copy.runId, whyNot(copy, card, sight)]))
  const good = card.copies.filter((copy) => against[copy.runId] === null)
  const checked = good.filter((copy) => copy.checked)
  const holders = new Set(checked.flatMap((copy) => (copy.holder === null ? [] : [copy.holder])))
  const places = new Set(checked.flatMap(({ place }) => place ?? []))
  const counts = { goodCopies: mediaOf(good).size, checkedCopies: mediaOf(checked).size, holders: holders.size, places: places.size } // prettier-ignore
  const reasons: string[] = []
  if (card.alreadyWiped) reasons.push('Already wiped.')
  if (card.stillRolling)
    reasons.push('A device still records on it, or nobody logged that it stopped. Stop it in Roll, then copy it again.')
  if (rule.school === 'hold') reasons.push('House rule: cards are kept until home.')
  if (card.rolledSinceCopy && counts.goodCopies < rule.copies)
    reasons.push('Takes were logged on it after a copy began. Copy it again.')
  reasons.push(...lackingReasons(card.copies, lacks))
  reasons.push(...missingReasons(card))
  reasons.push(...shortReasons(card))
  for (const copy of card.copies) {
    if (copy.ofAnother)
      reasons.push(
        `The copy on ${copy.driveLabel} was read from a card that the reader knew as another one. Copy it again.`,
      )
    if (copy.damaged)
      reasons.push(`The copy on ${copy.driveLabel} did not pass its check. Copy again to another drive.`)
    if (!copy.isRead && !holdsLog(copy))
      reasons.push(`Nobody read what was recorded on it when it was copied to ${copy.driveLabel}. Copy it again.`)
    if (!copy.proven) reasons.push(`Nobody kept what the copy on ${copy.driveLabel} holds. Copy it again.`)
    else if (notHeldAgainst(copy))
      reasons.push(
        lacks(copy) === null
          ? `What the copy on ${copy.driveLabel} holds could not be read. Copy it again.`
          : `The card has not been held against the copy on ${copy.driveLabel} yet.`,
      )
  }
  for (const labels of shared(good)) reasons.push(`${labels.join(' and ')} are one medium and count once.`)
  // A card that shows less than was copied from it is not known to be that card.
  const gone = sight ? Math.max(0, ...good.map((copy) => lacks(copy)?.gone ?? 0)) : 0
  const isUnknown = sight !== null && card.identity !== '' && sight.medium !== '' && sight.medium !== card.identity
  const isOther = sight !== null && (isUnknown || sight.files === 0 || gone > 0)
  if (isUnknown)
    reasons.push(
      'The reader knows this card as another one than before: look whether it is the same card. If it was only formatted, say so.',
    )
  const dark = sight?.unread ?? []
  if (dark.length > 0)
    reasons.push(
      `${counted(dark.length, 'thing')} on the card could not be looked at, and no copy is known to have ${dark.length === 1 ? 'it' : 'them'}. ${dark.slice(0, 3).join(' ')}`,
    )
  if (sight?.files === 0) reasons.push('The reader sees no file on it: it is empty already, or it is not the card.')
  else if (gone > 0)
    reasons.push(
      `${counted(gone, 'file')} that ${gone === 1 ? 'was' : 'were'} copied from it ${gone === 1 ? 'is' : 'are'} not on the card in the reader: look whether it is the same card. If it is, copy it again.`,
    )
  const short = {
    copies: counts.goodCopies < rule.copies,
    checked: counts.checkedCopies < rule.checked,
    holders: counts.holders < rule.holders,
    places: counts.places < rule.places,
  }
  if (short.copies) reasons.push(`${counted(counts.goodCopies, 'copy', 'copies')} of ${rule.copies}.`)
  if (short.checked) reasons.push(`${counts.checkedCopies} of ${rule.checked} read back and checked.`)
  if (short.holders)
    reasons.push(`Checked copies are in ${counted(holders.size, 'pair')} of hands; the rule wants ${rule.holders}.`)
  if (short.places)
    reasons.push(`Checked copies are known to lie in ${counted(places.size, 'place')}; the rule wants ${rule.places}.`)
  const may =
    !card.alreadyWiped &&
    !card.stillRolling &&
    !isOther &&
    dark.length === 0 &&
    rule.school === 'wipe' &&
    !short.copies &&
    !short.checked &&
    !short.holders &&
    !short.places &&
    !card.copies.some((copy) => copy.damaged)
  return {
    may,
    ...counts,
    against,
    reasons: may
      ? [
          `${counted(counts.goodCopies, 'copy', 'copies')}, ${counts.checkedCopies} checked, in ${counted(holders.size, 'pair')} of hands${rule.places > 0 ? ` and ${counted(places.size, 'place')}` : ''}.`,
          ...heldReasons(card, good),
          ...(sight ? [seenReason(sight.files)] : []),
        ]
      : reasons,
    unseen: sight ? [] : [CARD_NOT_SEEN],
  }
}

const NAMED = 4

/** Recordings of the log that no file of a copy is known to be, copy by copy, and what can be done. */
function missingReasons(card: CardHistory): string[] {
  const byWords = new Map<string, string[]>()
  for (const copy of card.copies) {
    if (holdsLog(copy) || !copy.isRead) continue
    const more = copy.missing.length - NAMED
    const words = `${copy.missing.slice(0, NAMED).join('; ')}${more > 0 ? `; and ${more} more` : ''}`
    byWords.set(words, [...(byWords.get(words) ?? []), copy.driveLabel])
  }
  return Array.from(
    byWords,
    ([words, labels]) =>
      `No file on ${labels.join(', ')} is known to be all of ${words}. Look for it on the card. If it is there, say so; if it never was, put the log right in Roll.`,
  )
}

function heldReasons({ recordings }: CardHistory, good: readonly CopyOfCard[]): string[] {
  if (recordings === 0) return ['Nothing is logged on it.']
  const all = counted(recordings, 'recording')
  if (good.some(({ missing }) => missing.length > 0))
    return [`Somebody has seen the ${all} of the log on it: the log says who.`]
  const byTime = Math.max(...good.map((copy) => copy.byTime))
  return [
    `${all} of the log found in their files${byTime > 0 ? `, ${byTime} of them by the time of the file alone` : ''}.`,
  ]
}

const seenReason = (files: number): string =>
  files === 1
    ? 'The 1 file that the reader sees on it is in them.'
    : `All ${files} files that the reader sees on it are in them.`

const mediaOf = (copies: readonly CopyOfCard[]) => new Set(copies.map((copy) => copy.medium))

/** Labels of drives that are one medium, for each medium that is more than one drive. */
function shared(copies: readonly CopyOfCard[]): string[][] {
  return Array.from(mediaOf(copies), (medium) =>
    copies.filter((copy) => copy.medium === medium).map((copy) => copy.driveLabel),
  ).filter((labels) => labels.length > 1)
}

/** Copies that the log does not fit, with what each side says and where it is put right. */
function shortReasons({ copies, expected }: CardHistory): string[] {
  const short = copies.filter((copy) => isShort(copy, expected))
  if (short.length === 0) return []
  const { recordings, seconds, bytes, from } = expected
  const held = new Map<string, string[]>()
  for (const copy of short) {
    const words = `${counted(copy.files, 'file')}, ${sayBytes(copy.bytes)}`
    held.set(words, [...(held.get(words) ?? []), copy.driveLabel])
  }
  return Array.from(
    held,
    ([words, labels]) =>
      `The log has ${counted(recordings, 'recording')} on it, ${stretch(seconds / 60)}, about ${sayBytes(bytes)} (${from}); the ${labels.length === 1 ? 'copy' : 'copies'} on ${labels.join(', ')} ${labels.length === 1 ? 'holds' : 'hold'} ${words}. Look whether it is the right card. If it is, put the log right in Roll, or the data rate in Shots.`,
  )
}

/** Said once where all copies lack the same. */
function lackingReasons(
  copies: readonly CopyOfCard[],
  lacks: (copy: CopyOfCard) => LackingFiles | null | undefined,
): string[] {
  const byWords = new Map<string, string[]>()
  for (const copy of copies) {
    const lacking = lacks(copy)
    if (!lacking?.count) continue
    const { count, first } = lacking
    const more = count > first.length ? ` and ${count - first.length} more` : ''
    const words = `${counted(count, 'file')} on the card (${first.join(', ')}${more})`
    byWords.set(words, [...(byWords.get(words) ?? []), copy.driveLabel])
  }
  return Array.from(byWords, ([words, labels]) =>
    labels.length === copies.length
      ? `${words} that no copy has. Copy it again.`
      : `${words} that the copy on ${labels.join(', ')} does not have. Copy it again.`,
  )
}
