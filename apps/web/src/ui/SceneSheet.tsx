import { newRank } from '../store/newRank.ts'
import { memo, useMemo } from 'react'
import { usePart, useRecords, useRights } from '../store/selectors.ts'
import { addRecord } from './addRecord.ts'
import { Button, Section } from './parts.tsx'
import { Sheet } from './sheet/Sheet.tsx'
import type { SheetColumn } from './sheet/column.ts'
import { type RecordOf, inOrder, lastRank } from '@kavrell/core/records'
import { pagesText } from '@kavrell/core/script'
import { minutesSeconds } from '@kavrell/core/text'

const COLUMNS: readonly SheetColumn<RecordOf<'scene'>>[] = [
  { field: 'number', head: 'no', width: 46 },
  { field: 'title', head: 'scene', width: 170 },
  // What nobody said is left blank in a list; its editor has the words for it.
  { field: 'inOut', head: 'in or out', width: 70, show: (scene) => scene.inOut },
  { field: 'timeOfDay', head: 'time', width: 80 },
  {
    field: 'eighths',
    head: 'pages',
    width: 56,
    align: 'right',
    show: (s) => (s.eighths ? pagesText(s.eighths) : ''),
  },
  {
    field: 'estimatedS',
    head: 'length',
    width: 56,
    align: 'right',
    mono: true,
    show: (s) => (s.estimatedS ? minutesSeconds(s.estimatedS) : ''),
  },
  {
    field: 'characters',
    head: 'who',
    width: 150,
    fixed: true,
    show: (s) => <span className="text">{s.characters.join(', ').toLowerCase()}</span>,
    text: (s) => s.characters.join(', '),
  },
  { field: 'spotId', head: 'where', width: 120 },
  { field: 'dropped', head: 'left out', width: 60 },
  { field: 'note', head: 'notes', width: 160, grow: true },
]

/** All scenes as a sheet; drawn again only when a scene changes. */
export const SceneSheet = memo(function SceneSheet() {
  const scene = useRecords('scene')
  const rights = useRights()
  const part = usePart()
  const title = part === 'scene' ? 'Scenes' : 'Parts'
  const columns = useMemo(() => COLUMNS.map((c) => (c.field === 'title' ? { ...c, head: part } : c)), [part])
  const scenes = useMemo(() => inOrder(scene), [scene])
  const add = () =>
    addRecord('scene', `Add a ${part}`, { number: String(scenes.length + 1), rank: newRank(lastRank(scenes)) })
  return (
    <Section title={title} actions={rights.plan && <Button onClick={add}>Add {part}</Button>}>
      <Sheet kind="scene" name={title} rows={scenes} columns={columns} />
    </Section>
  )
})
