import { newRank, newRanks } from '../../store/newRank.ts'
import { newId } from '../../store/newId.ts'
import { useMemo } from 'react'
import { commit, say } from '../../store/production.ts'
import { useOpenSnags, useProduction, useUnits } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { SetupLetter } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import type { SheetColumn } from '../../ui/sheet/column.ts'
import {
  updateRecord,
  createRecord,
  type PlainChange,
  type RecordOf,
  fieldsAlone,
  inOrder,
} from '@kavrell/core/records'
import { nextCode } from '@kavrell/core/shotlist'
import { parseRate, rate } from '@kavrell/core/text'

type Shot = RecordOf<'shot'>

const TRUNCATED = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const

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
  const { setup, shot: all } = useProduction()
  const units = useUnits()
  const snags = useOpenSnags()
  // What stops you comes first among the findings: the first about a shot is its worst.
  const worstOf = useMemo(() => {
    const found = new Map<string, (typeof snags)[number]>()
    for (const snag of snags) if (!found.has(snag.about.id)) found.set(snag.about.id, snag)
    return found
  }, [snags])
  const columns = useMemo(
    (): SheetColumn<Shot>[] => [
      { field: 'figure', head: 'frame', width: '66px', show: (s) => <FramePreview shot={s} width={64} /> },
      { field: 'code', head: 'shot', width: '46px', show: (s) => <b>{s.code}</b> },
      {
        field: 'sees',
        head: 'what we see',
        width: '218px',
        show: (s) => {
          const snag = worstOf.get(s.id)
          return (
            <>
              <span style={TRUNCATED} title={s.sees}>
                {s.sees}
              </span>
              {snag && (
                <span
                  title={snag.says}
                  role="img"
                  aria-label={snag.says}
                  style={{
                    flexShrink: 0,
                    marginLeft: 'auto',
                    width: 8,
                    height: 8,
                    borderRadius: 4,
                    background: `var(--chakra-colors-${snag.severity})`,
                  }}
                />
              )}
            </>
          )
        },
      },
      { field: 'focalLengthMm', head: 'lens', width: '36px', align: 'right', mono: true },
      { field: 'tStop', head: 'stop', width: '40px', align: 'right', mono: true, show: (s) => `T${s.tStop}` },
      {
        field: 'distanceM',
        head: units === 'feet' ? 'ft' : 'm',
        width: units === 'feet' ? '64px' : '42px',
        align: 'right',
        mono: true,
      },
      {
        field: 'fpsNum',
        head: 'fps',
        width: '42px',
        align: 'right',
        mono: true,
        show: (s) => rate(s.fpsNum, s.fpsDen),
        text: (s) => rate(s.fpsNum, s.fpsDen),
        read: (typed) => {
          const r = parseRate(typed)
          return r
            ? { ok: true, fields: { fpsNum: r.num, fpsDen: r.den } }
            : { ok: false, says: 'A frame rate is more than 0 and at most 2000, such as 25, 23.976 or 200.' }
        },
      },
      {
        field: 'shutterDeg',
        head: 'shutter',
        width: '50px',
        align: 'right',
        mono: true,
        show: (s) => `${s.shutterDeg}°`,
      },
      { field: 'iso', head: 'ISO', width: '42px', align: 'right', mono: true },
      {
        field: 'setupId',
        head: 'light',
        width: '38px',
        show: (s) => {
          const own = s.setupId ? setup[s.setupId] : undefined
          return own ? <SetupLetter letter={own.letter} colour={own.colour} /> : null
        },
      },
      { field: 'cameraId', head: 'cam', width: '32px' },
      { field: 'side', head: 'side', width: '34px' },
      { field: 'rig', head: 'how', width: '84px' },
      { field: 'minutes', head: 'min', width: '34px', align: 'right', mono: true },
      { field: 'personIds', head: 'who', width: '140px' },
      { field: 'frameSide', head: 'in frame', width: '58px' },
      { field: 'pairId', head: 'pairs', width: '44px' },
      { field: 'operatorId', head: 'operator', width: '110px' },
      { field: 'takesExpected', head: 'takes', width: '40px', align: 'right', mono: true },
      { field: 'takeSeconds', head: 'take, s', width: '50px', align: 'right', mono: true },
      { field: 'mustHave', head: 'must', width: '40px' },
      { field: 'onceOnly', head: 'once', width: '40px' },
      { field: 'slowMotion', head: 'slow', width: '40px' },
      { field: 'quiet', head: 'quiet', width: '42px' },
      { field: 'window', head: 'tied to', width: '100px' },
      { field: 'wardrobe', head: 'wardrobe', width: '110px' },
      { field: 'props', head: 'props', width: '110px' },
      { field: 'matchId', head: 'must match', width: '70px' },
      { field: 'sceneId', head: 'scene', width: '110px' },
    ],
    [setup, units, worstOf],
  )
  const duplicate = (records: readonly Shot[]) => {
    const used = Object.values(all).map((s) => s.code)
    const order = inOrder(all)
    const changes = records.map((record): PlainChange => {
      const code = nextCode(record.code, used)
      used.push(code)
      // Right behind its original, before whatever follows it.
      const rank = newRank(record.rank, order[order.findIndex((s) => s.id === record.id) + 1]?.rank)
      return createRecord('shot', { ...fieldsAlone('shot', record), code, pairId: null, rank }, newId())
    })
    const refused = commit(`Duplicate ${records.map((r) => r.code).join(', ')}`.slice(0, 190), changes)
    if (refused) say(refused, 'stop')
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
    const refused = commit(
      `Move ${records.map((r) => r.code).join(', ')}`.slice(0, 190),
      records.map((record, i): PlainChange => updateRecord('shot', record.id, { rank: ranks[i] })),
    )
    if (refused) say(refused, 'stop')
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
    />
  )
}
