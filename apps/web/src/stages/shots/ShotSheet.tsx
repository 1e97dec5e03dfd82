import { blank, type RecordOf } from '@kavrell/contract'
import { nextCode } from '@kavrell/core/shotlist'
import type { PlainChange } from '@kavrell/core/snags'
import { useMemo } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { commit, say } from '../../store/production.ts'
import { useOpenSnags, useProduction, useUnits } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { parseRate, rate } from '../../ui/format.ts'
import { SetupLetter } from '../../ui/parts.tsx'
import { Sheet, type SheetColumn } from '../../ui/sheet/Sheet.tsx'

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
    const ranks = Object.values(all)
      .map((s) => s.rank)
      .sort((a, b) => a - b)
    const changes = records.map((record, i): PlainChange => {
      const { id: _id, version: _version, ...fields } = record
      const code = nextCode(record.code, used)
      used.push(code)
      // Right behind its original, before whatever follows it.
      const gap = (ranks.find((rank) => rank > record.rank) ?? record.rank + 1) - record.rank
      const rank = record.rank + (gap * (i + 1)) / (records.length + 1)
      return {
        op: 'create',
        kind: 'shot',
        id: uuidv7(),
        fields: blank('shot', { ...fields, code, pairId: null, rank }),
      }
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
    const edge = beyond?.rank ?? over.rank + by * 2
    const step = (edge - over.rank) / (records.length + 1)
    const ranks = records.map((_, i) => over.rank + step * (by < 0 ? records.length - i : i + 1))
    const refused = commit(
      `Move ${records.map((r) => r.code).join(', ')}`.slice(0, 190),
      records.map((record, i): PlainChange => ({
        op: 'update',
        kind: 'shot',
        id: record.id,
        fields: { rank: ranks[i] },
      })),
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
