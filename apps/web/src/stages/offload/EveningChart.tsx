import { Box, Flex, Text, useToken } from '@chakra-ui/react'
import type { Evening, Hand } from '@kavrell/core/evening'
import type { Production } from '@kavrell/core/records'
import { sayBytes } from '@kavrell/core/text'

const [LEFT, WIDE, ROW, TOP] = [120, 860, 26, 20]

/** When nobody is up, minutes from the beginning, as far as it is drawn. */
function sleepWithin(hands: readonly Hand[], startMin: number, end: number): readonly [number, number] | null {
  const from = Math.max(...hands.map(({ asleepFromMin }) => asleepFromMin ?? Infinity)) - startMin
  const until = Math.min(...hands.map(({ asleepUntilMin }) => asleepUntilMin ?? Infinity)) - startMin
  return from < end && until > Math.max(0, from) ? [Math.max(0, from), Math.min(end, until)] : null
}

/** Writing dark, reading back hatched, per card; when each is safe. */
export function EveningChart({
  evening,
  production,
  at,
}: {
  evening: Evening
  production: Production
  at: (min: number) => string
}) {
  const [ink, soft, line] = useToken('colors', ['ink', 'soft', 'line']) as [string, string, string]
  const { course, cards, startMin, problem, safeMin, hands, nextCallMin } = evening
  const end = Math.max(60, ...course.steps.map(({ endS }) => endS / 60))
  const x = (minutes: number) => LEFT + (minutes / end) * (WIDE - LEFT - 70)
  const each = [10, 15, 30, 60, 120, 240].find((step) => end / step <= 7) ?? 480
  const ticks = Array.from({ length: Math.floor(end / each) + 1 }, (_, i) => i * each)
  const asleep = sleepWithin(hands, startMin, end)
  const callMin = nextCallMin !== null && nextCallMin - startMin <= end ? nextCallMin - startMin : null
  const tall = TOP + cards.length * ROW + 4
  return (
    <Box overflowX="auto" tabIndex={0} mt="8px">
      <svg
        viewBox={`0 0 ${WIDE} ${tall}`}
        style={{ width: '100%', minWidth: 560, display: 'block', font: 'inherit' }}
        role="img"
        aria-label="When each card is copied and read back"
      >
        <defs>
          <pattern id="read-back" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="5" stroke={ink} strokeWidth="2" />
          </pattern>
        </defs>
        {asleep && (
          <rect x={x(asleep[0])} width={x(asleep[1]) - x(asleep[0])} y={TOP - 4} height={tall - TOP + 4} fill={line} />
        )}
        {ticks.map((minutes) => (
          <g key={minutes}>
            <line x1={x(minutes)} x2={x(minutes)} y1={TOP - 4} y2={tall} stroke={line} />
            <text x={x(minutes)} y={12} fontSize={11.5} textAnchor="middle" fill={soft}>
              {at(startMin + minutes)}
            </text>
          </g>
        ))}
        {callMin !== null && (
          <line x1={x(callMin)} x2={x(callMin)} y1={TOP - 4} y2={tall} stroke={ink} strokeWidth={2} />
        )}
        {cards.map(({ card, loggedBytes, plannedBytes, isOver }, c) => {
          const y = TOP + c * ROW
          return (
            <g key={card.id}>
              <line x1={0} x2={WIDE} y1={y + ROW - 2} y2={y + ROW - 2} stroke={line} />
              <text x={0} y={y + 15} fontSize={13} style={{ fontWeight: 700 }} fill={ink}>
                {card.label}
              </text>
              <text x={34} y={y + 15} fontSize={11.5} fill={soft}>
                {sayBytes(loggedBytes + plannedBytes)}
                {isOver ? ', too small' : ''}
              </text>
              {course.steps
                .filter((step) => problem.cards[step.card]!.id === card.id)
                .map((step) => {
                  const [from, written, done] = [step.startS / 60, step.writtenS / 60, step.endS / 60]
                  const isSecond = step.kind === 'copy'
                  return (
                    <g key={`${step.kind}${step.to.join()}`}>
                      <title>{`${isSecond ? 'from drive to drive' : 'from the card'}: ${step.to.map((d) => production.drive[problem.drives[d]!.id]?.label).join(', ')}`}</title>
                      <rect
                        x={x(from)}
                        width={Math.max(1, x(written) - x(from))}
                        y={y + (isSecond ? 11 : 3)}
                        height={isSecond ? 7 : 8}
                        fill={ink}
                        opacity={isSecond ? 0.5 : 0.85}
                      />
                      <rect
                        x={x(written)}
                        width={Math.max(1, x(done) - x(written))}
                        y={y + (isSecond ? 11 : 3)}
                        height={isSecond ? 7 : 8}
                        fill="url(#read-back)"
                        opacity={isSecond ? 0.5 : 0.85}
                      />
                    </g>
                  )
                })}
              <text x={WIDE} y={y + 15} fontSize={12} textAnchor="end" fill={ink}>
                {safeMin[c] == null ? 'never' : at(safeMin[c])}
              </text>
            </g>
          )
        })}
      </svg>
      <Flex gap="16px" fontSize="note" color="soft">
        <Text>dark: written</Text>
        <Text>hatched: read back</Text>
        <Text>lower bar: from drive to drive</Text>
        {asleep && <Text>shaded: nobody is up</Text>}
        {callMin !== null && <Text>line: next call</Text>}
        <Text ml="auto">would be safe at</Text>
      </Flex>
    </Box>
  )
}
