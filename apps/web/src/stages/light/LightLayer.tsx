import { memo, useId } from 'react'
import { extentOf, type PlanPoint } from '@kavrell/core/geometry'
import type { Lamp, LightScale, SunLamp } from '@kavrell/core/light'
import type { Stage } from '@kavrell/core/litRoom'
import type { SpotPlan } from '@kavrell/core/place'
import { around, colour, usePlan } from '../../plan/frame.ts'
import type { LightBands } from '../../workers/lightMap.worker.ts'
import { useLightBands } from './useLightBands.ts'

/** Points of the map across a spot. */
const COLUMNS = 140
/** While something is carried about. */
const HAND_COLUMNS = 70
/** Tones there are in the theme, dark to bright. */
const TONES = 9
/** Tones of a scale's bands: as many as there are, the wanted light never in the darkest half. */
export const toneOf = (scale: LightScale, band: number): string =>
  colour(`map${Math.min(TONES - 1, scale.zero === null ? band : band + (TONES - 1 - scale.edgesLux.length))}`)

/** What lights a plan besides its lamps, at one hour. */
export interface PlanDaylight {
  readonly sun: SunLamp | null
  /** The room with its windows as bright as the sky makes them; null out of doors. */
  readonly shining: Stage | null
}

/** Stage, area and light of a map, as the worker wants them. */
export interface MapOf {
  readonly plan: SpotPlan
  readonly stage: Stage
  /** As it was before a panel was taken into the hand; null while none is. */
  readonly settled: Stage | null
  readonly lamps: readonly Lamp[]
  /** The lamp in the hand, by its turn in the list. */
  readonly held: number | null
  /** That lamp as it stands until it is put down. */
  readonly heldFrom: Lamp | null
  readonly daylight: PlanDaylight | null
  readonly heightM: number
  readonly ambientLux: number
  readonly scale: LightScale
}

/** Light alone: who stands in it is nothing to the worker. */
const alone = ({ facets, cloths, mirrors }: Stage): Stage => ({ facets, cloths, mirrors })

/** The light of a setup at one height. */
export function useLight({
  plan,
  stage,
  settled,
  lamps,
  held,
  heldFrom,
  daylight,
  heightM,
  ambientLux,
  scale,
}: MapOf): LightBands | null {
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const isInHand = held !== null || settled !== null
  return useLightBands(
    {
      stage: alone(stage),
      settled: settled && alone(settled),
      area: { leftM, topM, widthM, depthM, heightM },
      lamps,
      held,
      heldFrom,
      sun: daylight?.sun ?? null,
      shining: daylight?.shining ? alone(daylight.shining) : null,
      ambientLux,
      columns: isInHand ? HAND_COLUMNS : COLUMNS,
      edgesLux: scale.edgesLux,
    },
    isInHand,
  )
}

/** What a map says of a point, lux; null outside of it. */
export function luxAt({ columns, rows, lux }: LightBands, plan: SpotPlan, { xM, yM }: PlanPoint): number | null {
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const [column, row] = [Math.floor(((xM - leftM) / widthM) * columns), Math.floor(((yM - topM) / depthM) * rows)]
  return column < 0 || row < 0 || column >= columns || row >= rows ? null : lux[row * columns + column]!
}

/** That light as bands in greys, the line where it is as bright as wanted heavy. */
export const LightLayer = memo(function LightLayer({
  plan,
  bands,
  scale,
}: {
  plan: SpotPlan
  bands: LightBands | null
  scale: LightScale
}) {
  const frame = usePlan()
  const clip = useId()
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const across = bands ? (widthM * frame.scale) / bands.columns : 1
  const down = bands ? (depthM * frame.scale) / bands.rows : 1
  return (
    <g data-layer="light" pointerEvents="none">
      <clipPath id={clip}>
        <path d={around(frame, plan.outline)} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <path d={around(frame, plan.outline)} fill={toneOf(scale, 0)} />
        {bands && (
          <g transform={`translate(${frame.X(leftM)} ${frame.Y(topM)}) scale(${across} ${down})`}>
            {bands.paths.map((d, i) => (
              <path
                key={i}
                d={d}
                fill={toneOf(scale, i + 1)}
                stroke={colour(i === scale.zero ? 'ink' : 'faint')}
                strokeWidth={i === scale.zero ? 2.5 : 0.6}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </g>
        )}
      </g>
    </g>
  )
})

/** What the tones of the map mean. */
export function LightLegend({ scale, says }: { scale: LightScale; says: string }) {
  const edges = ['below', ...scale.edgeWords]
  return (
    <>
      <span>{says}</span>
      <span style={{ display: 'flex', gap: '10px', flexWrap: 'wrap' }}>
        {edges.map((word, i) => (
          <span key={word} style={{ display: 'inline-flex', gap: '4px', alignItems: 'center' }}>
            <span
              style={{
                width: 20,
                height: 11,
                background: toneOf(scale, i),
                border: `1px solid ${colour('faint')}`,
                // The line that is heavy on the map.
                borderLeft: i - 1 === scale.zero ? `3px solid ${colour('ink')}` : undefined,
              }}
            />
            {word}
          </span>
        ))}
      </span>
    </>
  )
}
