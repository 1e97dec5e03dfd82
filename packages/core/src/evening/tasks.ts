import type { Evening } from './evening.ts'

/** What is to be copied when an evening begins, cards in the order that has all of them safe first. */
export interface EveningTasks {
  readonly copies: readonly { readonly cardId: string; readonly driveIds: readonly string[] }[]
  readonly relays: readonly { readonly cardId: string; readonly driveId: string }[]
}

/** Only cards that hold something that is not safe, and only drives that have no checked copy of it yet. */
export function eveningTasks({ cards, problem }: Pick<Evening, 'cards' | 'problem'>): EveningTasks {
  const order = problem.order.filter((i) => cards[i]!.loggedBytes > 0 && !cards[i]!.isSafe)
  const driveId = (drive: number) => problem.drives[drive]!.id
  const drives = [...new Set(problem.copies.map(({ to }) => to))]
  return {
    copies: order.flatMap((i) => (problem.cards[i]!.to.length > 0 ? [{ cardId: problem.cards[i]!.id, driveIds: problem.cards[i]!.to.map(driveId) }] : [])), // prettier-ignore
    relays: drives.flatMap(
      (to) =>
      order.flatMap((i) => (problem.copies.some((copy) => copy.card === i && copy.to === to) ? [{ cardId: problem.cards[i]!.id, driveId: driveId(to) }] : [])), // prettier-ignore
    ),
  }
}
