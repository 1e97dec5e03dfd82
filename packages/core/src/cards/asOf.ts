import type { Production } from '../records/index.ts'

/** A production as its ledgers of media were before an edit. */
export function asOf(production: Production, version: number): Production {
  const before = <T extends { readonly version: number }>(entries: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(entries).filter(([, entry]) => entry.version < version))
  const {
    take,
    takeEvent,
    run,
    runStop,
    correction,
    cardMove,
    copyRun,
    copyCheck,
    clip,
    cardLook,
    wipe,
    custody,
    custodyYes,
  } = production
  return {
    ...production,
    take: before(take),
    takeEvent: before(takeEvent),
    run: before(run),
    runStop: before(runStop),
    correction: before(correction),
    cardMove: before(cardMove),
    copyRun: before(copyRun),
    copyCheck: before(copyCheck),
    clip: before(clip),
    cardLook: before(cardLook),
    wipe: before(wipe),
    custody: before(custody),
    custodyYes: before(custodyYes),
  }
}
