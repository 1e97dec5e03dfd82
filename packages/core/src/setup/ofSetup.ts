import type { Setup } from '../records/index.ts'

const byAge = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
/** What belongs to a setup, oldest first. */
export const ofSetup = <T extends { setupId: string; id: string }>(
  records: Readonly<Record<string, T>>,
  setup: Setup,
): T[] =>
  Object.values(records)
    .filter((r) => r.setupId === setup.id)
    .sort(byAge)
