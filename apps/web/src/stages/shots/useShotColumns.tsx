import { useMemo } from 'react'
import { useOpenSnags, useProduction, useUnits } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { SetupLetter } from '../../ui/parts.tsx'
import type { SheetColumn } from '../../ui/sheet/column.ts'
import { fail, ok } from '@kavrell/core/outcome'
import { dayOfShots } from '@kavrell/core/day'
import { nameOf, type RecordOf } from '@kavrell/core/records'
import { readFrameRate, frameRateText } from '@kavrell/core/text'

type Shot = RecordOf<'shot'>

const TRUNCATED = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const

/** What a shot list shows of each shot; what few need is put away until it is asked for. */
export function useShotColumns(): readonly SheetColumn<Shot>[] {
  const production = useProduction()
  const { setup, scene, camera } = production
  const units = useUnits()
  const snags = useOpenSnags()
  // What stops you comes first among the findings: the first about a shot is its worst.
  const worstOf = useMemo(() => {
    const found = new Map<string, (typeof snags)[number]>()
    for (const snag of snags) if (!found.has(snag.about.id)) found.set(snag.about.id, snag)
    return found
  }, [snags])
  const dayOf = useMemo(() => dayOfShots(production), [production])
  return useMemo(
    (): SheetColumn<Shot>[] => [
      { field: 'figure', head: 'frame', width: 58, pinned: true, show: (s) => <FramePreview shot={s} width={56} /> },
      { field: 'code', head: 'shot', width: 38, pinned: true, show: (s) => <b>{s.code}</b> },
      {
        field: 'sees',
        head: 'what we see',
        width: 170,
        grow: true,
        pinned: true,
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
      { field: 'focalLengthMm', head: 'lens', width: 36, align: 'right', mono: true },
      { field: 'tStop', head: 'stop', width: 40, align: 'right', mono: true, show: (s) => `T${s.tStop}` },
      {
        field: 'distanceM',
        head: units === 'feet' ? 'ft' : 'm',
        called: 'distance',
        width: units === 'feet' ? 60 : 40,
        align: 'right',
        mono: true,
      },
      { field: 'size', head: 'size', width: 76, hidden: true },
      {
        field: 'fpsNum',
        head: 'fps',
        width: 42,
        align: 'right',
        mono: true,
        show: (s) => frameRateText(s.fpsNum, s.fpsDen),
        text: (s) => frameRateText(s.fpsNum, s.fpsDen),
        read: (typed) => {
          const r = readFrameRate(typed)
          return r
            ? ok({ fpsNum: r.num, fpsDen: r.den })
            : fail('A frame rate is more than 0 and at most 2000, such as 25, 23.976 or 200.')
        },
      },
      {
        field: 'shutterDeg',
        head: 'shutter',
        width: 50,
        hidden: true,
        align: 'right',
        mono: true,
        show: (s) => `${s.shutterDeg}°`,
      },
      { field: 'iso', head: 'ISO', width: 42, hidden: true, align: 'right', mono: true },
      {
        field: 'setupId',
        head: 'light',
        called: 'setup',
        width: 38,
        show: (s) => {
          const own = s.setupId ? setup[s.setupId] : undefined
          return own ? <SetupLetter letter={own.letter} colour={own.colour} /> : null
        },
        gathers: (s) => {
          const own = s.setupId ? setup[s.setupId] : undefined
          if (!own) return 'Not lit yet'
          return (
            <>
              <SetupLetter letter={own.letter} colour={own.colour} />
              <b>{own.name}</b>
              <span style={{ fontWeight: 400 }}>{own.buildMin} min to light</span>
            </>
          )
        },
      },
      {
        field: 'cameraId',
        head: 'cam',
        called: 'camera',
        width: 32,
        gathers: (s) => {
          const own = s.cameraId ? camera[s.cameraId] : undefined
          return <b>{own ? `Camera ${own.letter}, ${own.name}` : 'No camera yet'}</b>
        },
      },
      { field: 'side', head: 'side', width: 34 },
      { field: 'rig', head: 'how', called: 'how it moves', width: 70 },
      { field: 'minutes', head: 'min', called: 'minutes', width: 34, align: 'right', mono: true },
      { field: 'personIds', head: 'who', width: 88 },
      { field: 'frameSide', head: 'in frame', width: 58, hidden: true },
      { field: 'pairId', head: 'pairs', width: 44, hidden: true },
      { field: 'operatorId', head: 'operator', width: 110, hidden: true },
      { field: 'takesExpected', head: 'takes', width: 40, hidden: true, align: 'right', mono: true },
      { field: 'takeSeconds', head: 'take, s', width: 50, hidden: true, align: 'right', mono: true },
      { field: 'mustHave', head: 'must', called: 'must have', width: 40, hidden: true },
      { field: 'onceOnly', head: 'once', called: 'once only', width: 40, hidden: true },
      { field: 'slowMotion', head: 'slow', called: 'slow motion', width: 40, hidden: true },
      { field: 'quiet', head: 'quiet', width: 42, hidden: true },
      { field: 'hard', head: 'hard', width: 42, hidden: true },
      { field: 'window', head: 'tied to', width: 100, hidden: true },
      { field: 'wardrobe', head: 'wardrobe', width: 110, hidden: true },
      { field: 'notes', head: 'notes', width: 160, hidden: true },
      { field: 'props', head: 'props', width: 110, hidden: true },
      { field: 'matchId', head: 'must match', width: 70, hidden: true },
      {
        field: 'sceneId',
        head: 'scene',
        width: 110,
        hidden: true,
        gathers: (s) => <b>{scene[s.sceneId] ? nameOf('scene', scene[s.sceneId]) : 'No scene'}</b>,
      },
      {
        field: 'day',
        head: 'day',
        width: 60,
        hidden: true,
        fixed: true,
        show: (s) => <span className="text">{dayOf.get(s.id)?.title}</span>,
        text: (s) => dayOf.get(s.id)?.title ?? '',
        gathers: (s) => <b>{dayOf.get(s.id)?.title ?? 'On no day yet'}</b>,
      },
    ],
    [setup, scene, camera, dayOf, units, worstOf],
  )
}
