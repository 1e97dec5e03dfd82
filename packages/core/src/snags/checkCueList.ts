import { type CueFault, cueList, type CuesOf, sayCueFault } from '../cues/index.ts'
import { byId, type Production, type RecordOf, updateRecord } from '../records/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Can each cue come as it is written? */
export function checkCueList(production: Production): Finding[] {
  const lists = new Map<string, CuesOf>()
  for (const { momentId, shotId, gone } of Object.values(production.cue)) {
    if (gone) continue
    if (momentId) lists.set(`moment ${momentId}`, { momentId })
    else if (shotId) lists.set(`shot ${shotId}`, { shotId })
  }
  return [...lists.values()].flatMap((of) => {
    const name = 'momentId' in of ? byId(production.moment, of.momentId)?.name : byId(production.shot, of.shotId)?.code
    return cueList(production, of).flatMap(({ cue, faults }) =>
      faults
        // Of two at once the one that comes second in the table tells it.
        .filter((fault) => fault.kind !== 'two at once' || fault.other.id < cue.id)
        .map((fault): Finding => ({
          check: 'patch.cue-cannot-come',
          severity: 'watch',
          stage: 'patch',
          rule: null,
          about: { kind: 'cue', id: cue.id },
          says: `${name ?? 'A list'}, “${cue.name}”: ${sayCueFault(fault, cue, production)}`,
          evidence: [{ label: cue.name, value: fault.kind, unit: '', from: 'cue list' }],
          fixes: fixesOf(fault, cue),
        })),
    )
  })
}

/** What puts it right without a guess at what was meant. */
function fixesOf({ kind }: CueFault, cue: RecordOf<'cue'>): readonly Fix[] {
  switch (kind) {
    case 'no such picture':
      return [{ says: 'It has no picture', changes: [updateRecord('cue', cue.id, { cameraId: null })] }]
    case 'no such sound':
      return [{ says: 'It has no sound', changes: [updateRecord('cue', cue.id, { sourceId: null })] }]
    case 'circle':
    case 'after none':
      return [{ says: 'It comes on its own time or word', changes: [updateRecord('cue', cue.id, { afterId: null })] }]
    default:
      return []
  }
}
