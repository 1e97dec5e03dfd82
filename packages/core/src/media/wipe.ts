import { counted } from '../formats/index.ts'

/** What has happened to the files of one card, from the ledgers. */
export interface CardHistory {
  /** Copies of the card's present contents, one per drive, that reached the end. */
  readonly copies: readonly {
    readonly driveId: string
    readonly driveLabel: string
    /** The newest check of this copy read every file back and found it the same. */
    readonly checked: boolean
    /** The newest check found a difference or a missing file. */
    readonly damaged: boolean
    /** Who holds the drive, by the custody ledger. */
    readonly holder: string | null
  }[]
  /** Some copy began before the newest take on this card was logged; such copies are not among `copies`. */
  readonly rolledSinceCopy: boolean
  readonly alreadyWiped: boolean
}

export interface WipeRule {
  readonly copies: number
  readonly checked: number
  readonly holders: number
  readonly school: 'wipe' | 'hold'
}

export interface WipeAnswer {
  readonly may: boolean
  readonly goodCopies: number
  readonly checkedCopies: number
  readonly holders: number
  /** Why not, each a whole sentence; or, when it may be wiped, what was counted. */
  readonly reasons: readonly string[]
}

/**
 * May this card be wiped? Only copies that reached the end and are not known to be damaged count, and
 * only a copy read back from the drive counts as checked. The answer is no whenever anything is unknown.
 */
export function mayWipe(card: CardHistory, rule: WipeRule): WipeAnswer {
  const good = card.copies.filter((copy) => !copy.damaged)
  const checked = good.filter((copy) => copy.checked)
  const holders = new Set(checked.flatMap((copy) => (copy.holder === null ? [] : [copy.holder])))
  const counts = { goodCopies: good.length, checkedCopies: checked.length, holders: holders.size }
  const reasons: string[] = []
  if (card.alreadyWiped) reasons.push('Already wiped.')
  if (rule.school === 'hold') reasons.push('House rule: cards are kept until home.')
  if (card.rolledSinceCopy && good.length < rule.copies)
    reasons.push('Takes were logged on it after a copy began. Copy it again.')
  for (const copy of card.copies)
    if (copy.damaged)
      reasons.push(`The copy on ${copy.driveLabel} did not pass its check. Copy again to another drive.`)
  if (good.length < rule.copies) reasons.push(`${counted(good.length, 'copy', 'copies')} of ${rule.copies}.`)
  if (checked.length < rule.checked) reasons.push(`${checked.length} of ${rule.checked} read back and checked.`)
  if (holders.size < rule.holders)
    reasons.push(`Checked copies are in ${counted(holders.size, 'pair')} of hands; the rule wants ${rule.holders}.`)
  const may = reasons.length === 0
  return {
    may,
    ...counts,
    reasons: may
      ? [
          `${counted(good.length, 'copy', 'copies')}, ${checked.length} checked, in ${counted(holders.size, 'pair')} of hands.`,
        ]
      : reasons,
  }
}
