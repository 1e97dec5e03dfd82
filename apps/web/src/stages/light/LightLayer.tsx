import { useId } from 'react'
import { extentOf } from '@kavrell/core/geometry'
import type { Lamp, LightScale } from '@kavrell/core/light'
import type { Stage } from '@kavrell/core/litRoom'
import type { SpotPlan } from '@kavrell/core/place'
import { around, colour, usePlan } from '../../plan/frame.ts'
import { useLightBands } from './useLightBands.ts'

/** Points of the map across a spot. */
const COLUMNS = 140
/** Tones there are in the theme, dark to bright. */
const TONES = 9
/** Tones of a scale's bands: as many as there are, the wanted light never in the darkest half. */
export const toneOf = (scale: LightScale, band: number): string =>
  colour(`map${Math.min(TONES - 1, scale.zero === null ? band : band + (TONES - 1 - scale.edgesLux.length))}`)

/** The light of a setup at one height as bands in greys, the line where it is as bright as wanted heavy. */
export function LightLayer({
  plan,
  stage,
  lamps,
  heightM,
  ambientLux,
  scale,
}: {
  plan: SpotPlan
  stage: Stage
  lamps: readonly Lamp[]
  heightM: number
  ambientLux: number
  scale: LightScale
}) {
  const frame = usePlan()
  const clip = useId()
  const { leftM, topM, widthM, depthM } = extentOf(plan.outline)
  const bands = useLightBands(
    stage,
    { leftM, topM, widthM, depthM, heightM },
    lamps,
    ambientLux,
    COLUMNS,
    scale.edgesLux,
  )
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
}

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
