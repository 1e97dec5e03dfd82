import { describeOverwritten, productionOf, takingBack } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { useUndoHere } from './undoHere.ts'
import { commit, dismissNotice, type Insist, say, useProductionStore } from './production.ts'

const { getState, setState } = useProductionStore

/** Takes the newest edit back, as far as nobody wrote over it since; of the rest it says what stands there now. */
function takeBack(stack: 'undo' | 'redo'): void {
  const { records, [stack]: entries } = getState()
  const entry = entries.at(-1)
  if (!entry) return
  setState({ [stack]: entries.slice(0, -1) })
  const plain = entry.label.replace(/^Undo /, '')
  const label = stack === 'undo' ? `Undo ${plain}` : plain
  const { own, overwritten, rest } = takingBack(records, entry.wrote, entry.changes)
  const done = commit(label, own, stack)
  if (!done.ok) return say(done.error, 'stop')
  const [first, ...others] = overwritten
  if (!first) return say(stack === 'undo' ? `Undone: ${plain}` : `Done again: ${plain}`)
  const units = productionOf(records)?.production.units ?? 'metric'
  const { of, field, now, back } = describeOverwritten(records, first, units)
  const more = others.length > 0 ? ` So were ${counted(others.length, 'further field')}.` : ''
  const removes = rest.some((change) => change.op === 'remove')
  setState({
    notice: {
      says: `“${plain}”: ${own.length > 0 ? 'the rest is taken back, but ' : ''}“${field}” of ${of} was changed since, to ${now}. It was left so.${more}`,
      tone: 'stop',
      insist: {
        says: removes
          ? `Remove ${of} all the same`
          : others.length > 0
            ? 'Put all back all the same'
            : `Put back ${back}`,
        label,
        changes: rest,
        stack,
      },
    },
  })
}
/** Takes back what was written over since, as somebody who has read what stands there wants it. */
export function insistOn({ label, changes, stack }: Insist): void {
  const done = commit(label, changes, stack)
  if (done.ok) dismissNotice()
  else say(done.error, 'stop')
}
/** Takes back the last change, or what the open screen means by it. */
export const undo = (): void => {
  const { here } = useUndoHere.getState()
  if (!here) return takeBack('undo')
  if (here.label) here.run()
}
export const redo = (): void => {
  if (!useUndoHere.getState().here) takeBack('redo')
}
