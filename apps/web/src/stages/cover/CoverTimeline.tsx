import { lapse } from '@kavrell/core/text'
import { Box, useToken } from '@chakra-ui/react'
import { follow, type Intervention, mostWanted, needByStep } from '@kavrell/core/cover'
import type { MomentCover } from '@kavrell/core/moments'
import { handOf, letterOf, type MomentNames, placeOf } from './words.ts'

const [LEFT, ROW, TOP, GOOD] = [140, 44, 24, 64]
const WIDE = 820
const EVERY = [60, 120, 300, 600, 900, 1800, 3600]

/** Steps of one count together. */
function stretchesOf(good: readonly number[], isBare: (count: number, step: number) => boolean) {
  const stretches: { from: number; to: number; count: number; bare: boolean }[] = []
  for (const [i, count] of good.entries()) {
    const last = stretches.at(-1)
    const bare = isBare(count, i)
    if (last && last.count === count && last.bare === bare) last.to = i + 1
    else stretches.push({ from: i, to: i + 1, count, bare })
  }
  return stretches
}

/** Who records when, how many good angles that leaves, and each person's way from camera to camera. */
export function CoverTimeline({
  cover,
  schedule,
  names,
  phases,
  clockOf,
}: {
  /** The phases that have a name, in seconds of the problem. */
  phases: readonly { readonly name: string; readonly fromS: number }[]
  cover: MomentCover
  schedule: readonly Intervention[]
  names: MomentNames
  clockOf: (seconds: number) => string
}) {
  const { problem, cameraIds, handIds } = cover
  const course = follow(problem, schedule)
  const [ink, soft, line, stop, action, paper] = useToken('colors', ['ink', 'soft', 'line', 'stop', 'action', 'paper']) as [string, string, string, string, string, string] // prettier-ignore
  const x = (seconds: number) => LEFT + (seconds / Math.max(1, problem.durationS)) * (WIDE - LEFT - 8)
  const rowY = (i: number) => TOP + GOOD + 20 + i * ROW
  const tall = rowY(cameraIds.length) + 4
  const each = EVERY.find((step) => problem.durationS / step <= 8) ?? 7200
  const need = needByStep(problem)
  const most = Math.max(mostWanted(problem) + 1, ...course.good)
  const goodY = (count: number) => TOP + GOOD - (count / most) * (GOOD - 14)
  const ticks = Array.from({ length: Math.floor(problem.durationS / each) + 1 }, (_, i) => i * each)
  const isBare = (count: number, i: number) => count < need[i]!
  const wanted = stretchesOf(need, () => false)
  return (
    <Box overflowX="auto" tabIndex={0}>
      <svg
        viewBox={`0 0 ${WIDE} ${tall}`}
        style={{ width: '100%', minWidth: 620, display: 'block', font: 'inherit' }}
        role="img"
        aria-label={`Good angles of ${cover.moment.name} over its ${lapse(problem.durationS)}`}
      >
        {ticks.map((at) => (
          <g key={at}>
            <line x1={x(at)} x2={x(at)} y1={TOP} y2={tall} stroke={line} />
            <text x={x(at)} y={14} fontSize={11.5} textAnchor="middle" fill={soft}>
              {clockOf(at)}
            </text>
          </g>
        ))}
        <text x={0} y={TOP + 30} fontSize={13} style={{ fontWeight: 700 }} fill={ink}>
          Good angles
        </text>
        <text x={0} y={TOP + 47} fontSize={11.5} fill={soft}>
          wanted: {[...new Set(wanted.map(({ count }) => count))].filter((count) => count > 0).join(', ') || 0}
        </text>
        {stretchesOf(course.good, isBare).map(({ from, to, count, bare }) => (
          <rect
            key={from}
            x={x(from * problem.stepS)}
            width={x(Math.min(problem.durationS, to * problem.stepS)) - x(from * problem.stepS)}
            y={goodY(count)}
            height={TOP + GOOD - goodY(count)}
            fill={bare ? stop : soft}
            opacity={bare ? 1 : 0.42}
          />
        ))}
        <polyline
          points={wanted
            .flatMap(({ from, to, count }) =>
              [from, to].map((step) => `${x(Math.min(problem.durationS, step * problem.stepS))},${goodY(count)}`),
            ) // prettier-ignore
            .join(' ')}
          fill="none"
          stroke={ink}
          strokeDasharray="3 3"
        />
        {phases.map(({ name, fromS }) => (
          <text key={fromS} x={x(fromS) + 4} y={TOP + 10} fontSize={11} fill={ink}>
            {name}
          </text>
        ))}
        {cameraIds.map((id, i) => {
          const camera = problem.cameras[i]!
          const { recordsS, stopsS } = course.cameras[i]!
          const y = rowY(i)
          return (
            <g key={id}>
              <line x1={0} x2={WIDE} y1={y - 8} y2={y - 8} stroke={line} />
              <text x={0} y={y + 15} fontSize={17} style={{ fontWeight: 700 }} fill={ink}>
                {letterOf(names, id)}
              </text>
              <text x={26} y={y + 8} fontSize={12} fill={ink}>
                {placeOf(names, cover.placeIds[camera.place]!).slice(0, 16)}
              </text>
              <text x={26} y={y + 23} fontSize={11} fill={soft}>
                {camera.isGood ? 'good angle' : 'safety only'}
              </text>
              {recordsS.map(
                ([from, to]) =>
                <rect key={from} x={x(from)} width={Math.max(1, x(to) - x(from))} y={y + 2} height={16} fill={ink} opacity={camera.isGood ? 0.8 : 0.4} />, // prettier-ignore
              )}
              {stopsS.map(({ atS, by }) => (
                <g key={atS}>
                  <line x1={x(atS)} x2={x(atS)} y1={y - 2} y2={y + 22} stroke={ink} strokeWidth={2} />
                  <text x={x(atS) + 4} y={y + 15} fontSize={11} fill={soft}>
                    {by === 'run' ? 'stops itself' : by === 'card' ? 'card full' : 'battery out'}
                  </text>
                </g>
              ))}
            </g>
          )
        })}
        {handIds.map((id, hand) => {
          const visits = schedule.filter(({ attendant }) => attendant === hand).toSorted((a, b) => a.beginS - b.beginS)
          const points = visits.flatMap(({ beginS, camera }) => {
            const y = rowY(camera) + 10
            return [`${x(beginS)},${y}`]
          })
          return (
            <g key={id} role="img" aria-label={`The way of ${handOf(names, id)}`}>
              <polyline points={points.join(' ')} fill="none" stroke={paper} strokeWidth={5} opacity={0.7} />
              <polyline
                points={points.join(' ')}
                fill="none"
                stroke={action}
                strokeWidth={2.2}
                strokeDasharray={hand % 2 ? '6 3' : undefined}
              />
              {visits.map(({ beginS, camera }) => (
                <circle
                  key={beginS}
                  cx={x(beginS)}
                  cy={rowY(camera) + 10}
                  r={5}
                  fill={paper}
                  stroke={action}
                  strokeWidth={2.2}
                />
              ))}
            </g>
          )
        })}
      </svg>
    </Box>
  )
}
