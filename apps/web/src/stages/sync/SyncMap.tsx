import { Box, useToken } from '@chakra-ui/react'
import type { SyncRow } from '@kavrell/core/sync'
import type { Peaks } from '@kavrell/core/waveform'

const [LEFT, WIDE, ROW, TOP] = [160, 1128, 46, 22]
const EVERY = [1, 2, 5, 10, 30, 60, 120, 300, 600, 1800, 3600]

/** Where each recording lies, with its sound. */
export function SyncMap({ rows, peaksOf }: { rows: readonly SyncRow[]; peaksOf: (name: string) => Peaks | null }) {
  const [ink, soft, line, watch] = useToken('colors', ['ink', 'soft', 'line', 'watch']) as [
    string,
    string,
    string,
    string,
  ]
  const placed = rows.flatMap((row) => (row.atS === null ? [] : [{ ...row, atS: row.atS }]))
  const from = Math.min(0, ...placed.map(({ atS }) => atS))
  const to = Math.max(1, ...placed.map(({ atS, source }) => atS + source.seconds))
  const x = (seconds: number) => LEFT + ((seconds - from) / (to - from)) * (WIDE - LEFT - 24)
  const each = EVERY.find((step) => (to - from) / step <= 9) ?? 7200
  const ticks = Array.from(
    { length: Math.floor((to - from) / each) + 1 },
    (_, i) => Math.ceil(from / each) * each + i * each,
  )
  const tall = TOP + placed.length * ROW + 4
  return (
    <Box overflowX="auto" tabIndex={0}>
      <svg
        viewBox={`0 0 ${WIDE} ${tall}`}
        style={{ width: '100%', minWidth: 620, display: 'block', font: 'inherit' }}
        role="img"
        aria-label="Where each recording lies"
      >
        {ticks
          .filter((at) => at <= to)
          .map((at) => (
            <g key={at}>
              <line x1={x(at)} x2={x(at)} y1={TOP - 4} y2={tall} stroke={line} />
              <text x={x(at)} y={13} fontSize={11.5} textAnchor="middle" fill={soft}>
                {each >= 60 ? `${Math.round(at / 60)} min` : `${at} s`}
              </text>
            </g>
          ))}
        {placed.map(({ source, atS, believed, why, apartS }, i) => {
          const y = TOP + i * ROW
          const middle = y + 20
          const peaks = peaksOf(source.name)
          const isOff = apartS !== null && Math.abs(apartS) > 0.04
          const loudest = peaks ? Math.max(0.02, ...peaks.highs, ...peaks.lows.map((low) => -low)) : 1
          const path = peaks
            ? [...peaks.highs].map((high, p) => {
                const at = x(atS + p * peaks.secondsEach).toFixed(1)
                return `M${at} ${(middle - (high / loudest) * 16).toFixed(1)}V${(middle - (peaks.lows[p]! / loudest) * 16 + 0.5).toFixed(1)}`
              })
            : []
          return (
            <g key={source.name}>
              <title>{why}</title>
              <line x1={0} x2={WIDE} y1={y + 42} y2={y + 42} stroke={line} />
              <text x={0} y={y + 16} fontSize={13} style={{ fontWeight: 700 }} fill={ink}>
                {source.name.length > 19 ? `${source.name.slice(0, 18)}…` : source.name}
              </text>
              <text x={0} y={y + 32} fontSize={11.5} fill={isOff ? watch : soft}>
                {believed === 'reference'
                  ? 'the reference'
                  : believed === 'hand'
                    ? 'put there by hand'
                    : believed === 'clap'
                      ? 'by claps'
                      : `by ${believed}`}
              </text>
              <rect
                x={x(atS)}
                y={y + 3}
                width={x(atS + source.seconds) - x(atS)}
                height={34}
                fill="none"
                stroke={line}
              />
              <path d={path.join('')} stroke={ink} strokeWidth={1} opacity={0.75} />
            </g>
          )
        })}
      </svg>
    </Box>
  )
}
