import { newRank, newRanks } from '../../store/newRank.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useRecords } from '../../store/selectors.ts'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { useShotColumns } from './useShotColumns.tsx'
import {
  updateRecord,
  createRecord,
  type PlainChange,
  type RecordOf,
  fieldsAlone,
  inOrder,
} from '@kavrell/core/records'
import { nextCode } from '@kavrell/core/shotlist'
import { hours } from '@kavrell/core/text'

type Shot = RecordOf<'shot'>

const minutesOf = (shots: readonly Shot[]) => `${hours(shots.reduce((sum, s) => sum + s.minutes, 0))} to shoot`

/** The shot list, typed like a sheet. */
export function ShotSheet({
  shots,
  selectedId,
  onSelect,
  onPaste,
}: {
  shots: readonly Shot[]
  selectedId: string | null
  onSelect: (id: string) => void
  onPaste: (text: string) => void
}) {
  const all = useRecords('shot')
  const columns = useShotColumns()
  const { slateLetters } = useParts('production').production
  const duplicate = (records: readonly Shot[]) => {
    const used = Object.values(all).map((s) => s.code)
    const order = inOrder(all)
    const changes = records.map((record): PlainChange => {
      const code = nextCode(record.code, used, slateLetters)
      used.push(code)
      // Right behind its original, before whatever follows it.
      const rank = newRank(record.rank, order[order.findIndex((s) => s.id === record.id) + 1]?.rank)
      return createRecord('shot', { ...fieldsAlone('shot', record), code, pairId: null, rank }, newId())
    })
    commitOrSay(`Duplicate ${records.map((r) => r.code).join(', ')}`.slice(0, 190), changes)
  }
  const move = (records: readonly Shot[], by: -1 | 1) => {
    const order = [...shots]
    const first = order.indexOf(records[0]!),
      last = order.indexOf(records.at(-1)!)
    const over = order[by < 0 ? first - 1 : last + 1]
    if (!over) return
    const beyond = order[by < 0 ? first - 2 : last + 2]
    const [before, after] = by < 0 ? [beyond, over] : [over, beyond]
    const ranks = newRanks(before?.rank ?? null, after?.rank ?? null, records.length)
    commitOrSay(
      `Move ${records.map((r) => r.code).join(', ')}`.slice(0, 190),
      records.map((record, i): PlainChange => updateRecord('shot', record.id, { rank: ranks[i] })),
    )
  }
  return (
    <Sheet
      kind="shot"
      name="Shots"
      rows={shots}
      columns={columns}
      selectedId={selectedId}
      onSelect={onSelect}
      onPaste={onPaste}
      onDuplicate={duplicate}
      onMove={move}
      rowHeight={38}
      sum={minutesOf}
    />
  )
}
