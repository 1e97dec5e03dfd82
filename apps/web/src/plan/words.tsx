import { type ReactNode } from 'react'
import { colour, usePlan } from './frame.ts'

/** A word that is read on whatever it lies on. */
export const Word = ({
  x = 0,
  y = 0,
  tone = 'ink',
  weight = 400,
  anchor = 'middle',
  children,
}: {
  x?: number
  y?: number
  tone?: string
  weight?: number
  anchor?: 'start' | 'middle' | 'end'
  children: ReactNode
}) => (
  <text
    aria-hidden="true"
    x={x}
    y={y + 4}
    fill={colour(tone)}
    style={{ fontWeight: weight }}
    textAnchor={anchor}
    paintOrder="stroke"
    stroke={colour('leaf')}
    strokeWidth={3}
    strokeLinejoin="round"
    pointerEvents="none"
  >
    {children}
  </text>
)

/** The word of a thing, where there is room for it beside its sign. */
export function Name({ id, tone, weight, children }: { id: string; tone?: string; weight?: number; children: string }) {
  const place = usePlan().labels.get(id)
  return place ? (
    <Word x={place.dx} y={place.dy} tone={tone} weight={weight}>
      {children}
    </Word>
  ) : null
}
