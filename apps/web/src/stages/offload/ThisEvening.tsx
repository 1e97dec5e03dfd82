import { Box, Flex, Text, useToken } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { DayPlan } from '@kavrell/core/day'
import { ENDPOINTS, type MediaView } from '@kavrell/contract'
import { type Earlier, type Evening, eveningOf, type Speed } from '@kavrell/core/evening'
import type { Production } from '@kavrell/core/records'
import { counted, sayBytes } from '@kavrell/core/text'
import { ask } from '../../store/api.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'

/** Are all cards of the day safe before sleep and the next call? */
export function ThisEvening({ seen }: { seen: MediaView['cards'] }) {
  const production = useProduction()
  const { dayPlan } = useDay()
  if (!dayPlan) return null
  return <OfDay production={production} dayPlan={dayPlan} seen={seen} />
}

function OfDay({ production, dayPlan, seen }: { production: Production; dayPlan: DayPlan; seen: MediaView['cards'] }) {
  const evening = useMemo(() => eveningOf(production, dayPlan, seen), [production, dayPlan, seen])
  if (!evening) return null
  const at = (min: number) => dayPlan.clock.text(min)
  const { allSafeMin, straightMin, nextCallMin, toBedMin, unheld } = evening
  const isLate = allSafeMin !== null && toBedMin !== null && allSafeMin.late > toBedMin
  return (
    <Section title={`The evening of ${dayPlan.day.title}`}>
      <Text fontSize="large" fontWeight={700} color={allSafeMin === null || isLate ? 'stop' : 'ink'} data-evening>
        {allSafeMin === null ? whyNever(production, evening) : `Would be all safe at ${at(allSafeMin.likely)}`}
      </Text>
      {allSafeMin && (
        <Text color="soft">
          Between {at(allSafeMin.early)} and {at(allSafeMin.late)}, begun at the end of shooting, {at(evening.startMin)}
          .
          {toBedMin !== null &&
            nextCallMin !== null &&
            (isLate
              ? ` To bed by ${at(toBedMin)} for the call at ${at(nextCallMin)}: that is too late.`
              : ` The call after is at ${at(nextCallMin)}.`)}
          {straightMin !== null &&
            straightMin > allSafeMin.likely + 1 &&
            ` Straight onto the slow drives: ${at(straightMin)}.`}
        </Text>
      )}
      <Sooner evening={evening} production={production} at={at} />
      <Chart evening={evening} production={production} at={at} />
      <Begin evening={evening} />
      <Text color="soft" fontSize="note" mt="4px">
        By the log and what is still to shoot, and by these speeds: {sayEvery(evening)}. Eight times in ten it lies
        between the two times, if the cards hold what is forecast. It says what would be; whether a card is safe is said
        above, by what was read back.
        {unheld.length > 0 && ` Nobody is down as holding ${unheld.map(({ label }) => label).join(', ')}.`}
      </Text>
    </Section>
  )
}

const saySpeed = (name: string, { bytesPerS, from }: Speed) => `${name} ${sayBytes(bytesPerS)}/s (${from})`

function sayEvery({ speeds, first, later }: Evening): string {
  const drives = [...first, ...later].map((drive) => saySpeed(drive.label, speeds.drives.get(drive.id)!.write))
  const through = speeds.ports.map(({ name, speed }) => saySpeed(name, speed))
  return [...speeds.readers.map(({ name, speed }) => saySpeed(name, speed)), ...drives, ...through].join(', ')
}

/** One press: every card in the best order, then each second copy; what waits says what it waits for. */
function Begin({ evening }: { evening: Evening }) {
  const productionId = useProductionStore((s) => s.productionId)
  const rights = useRights()
  const [tellPersonId, setTell] = useState('')
  const people = Object.values(useProduction().person).filter(({ phone, email }) => phone || email)
  const { cards, problem, first, later } = evening
  const inOrder = problem.order.map((i) => cards[i]!)
  const shot = inOrder.filter(({ loggedBytes, isSafe }) => loggedBytes > 0 && !isSafe)
  const empty = inOrder.filter(({ loggedBytes }) => loggedBytes === 0)
  if (!rights.log || shot.length === 0 || first.length === 0) return null
  const labels = (list: readonly { readonly label: string }[]) => list.map(({ label }) => label).join(', ')
  const begin = () => {
    ask(
      ENDPOINTS.beginEvening,
      { productionId: productionId! },
      {
        copies: shot.map(({ card }) => ({ cardId: card.id, driveIds: first.map(({ id }) => id) })),
        relays: later.flatMap((drive) => shot.map(({ card }) => ({ cardId: card.id, driveId: drive.id }))),
        ...(tellPersonId && { tellPersonId }),
      },
    ).then(
      ({ jobs, left }) => say(`${counted(jobs.length, 'copy', 'copies')} begun or waiting. ${left.join(' ')}`.trim()),
      (error: Error) => say(error.message, 'stop'),
    )
  }
  return (
    <Flex align="center" gap="12px" wrap="wrap" mt="8px">
      <Button kind="main" onClick={begin}>
        Begin the evening
      </Button>
      <Text color="soft" flex="1 1 260px">
        {labels(shot.map(({ card }) => card))} to {labels(first)}
        {later.length > 0 && `, then from ${first[0]!.label} to ${labels(later)}`}. Each waits for its card and drives.
        {empty.length > 0 && ` Nothing is on ${labels(empty.map(({ card }) => card))} yet.`}
      </Text>
      {people.length > 0 && (
        <Flex as="label" align="center" gap="8px" flex="1 1 100%">
          <Text color="soft">When they are over, or wait for a hand, tell</Text>
          <Select w="220px" value={tellPersonId} onChange={(event) => setTell(event.target.value)}>
            <option value="">nobody</option>
            {people.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Flex>
      )}
    </Flex>
  )
}

/** What was tried and would end it earlier, one change each. */
function Sooner({
  evening,
  production,
  at,
}: {
  evening: Evening
  production: Production
  at: (min: number) => string
}) {
  const { earlier, startMin } = evening
  if (earlier.length === 0) return null
  return (
    <Text color="soft" mt="2px">
      Earlier, each by itself:{' '}
      {earlier.map((one) => `${soonerWords(one, evening, production)}, ${at(startMin + one.allSafeS / 60)}`).join('; ')}
      .
    </Text>
  )
}

function soonerWords(one: Earlier, { problem }: Evening, production: Production): string {
  if (one.way === 'reader') return 'one reader more'
  if (one.way === 'no hub') return 'nothing on a hub'
  if (one.way === 'quicker drive')
    return `a quick drive in place of ${production.drive[problem.drives[one.drive]!.id]?.label ?? 'the last'}`
  const labels = one.cards.map((card) => production.card[problem.cards[card]!.id]?.label ?? '?')
  return `${labels.join(', ')} copied before the end of shooting`
}

function whyNever(production: Production, { problem, course, placesShort }: Evening): string {
  const [full] = course.refused
  if (full) return `No room for ${production.card[problem.cards[full.card]!.id]?.label ?? 'a card'} on ${full.full.map((drive) => production.drive[problem.drives[drive]!.id]?.label).join(', ')}` // prettier-ignore
  if (placesShort)
    return `Never safe tonight: the rule wants ${counted(placesShort.wanted, 'place')}, and of the drives ${counted(placesShort.known, 'place')} ${placesShort.known === 1 ? 'is' : 'are'} known`
  return `Never safe tonight: the rule wants ${problem.copiesWanted} copies with ${problem.holdersWanted} people`
}

const [LEFT, WIDE, ROW, TOP] = [120, 860, 26, 20]

/** Writing dark, reading back hatched, per card; when each is safe. */
function Chart({ evening, production, at }: { evening: Evening; production: Production; at: (min: number) => string }) {
  const [ink, soft, line] = useToken('colors', ['ink', 'soft', 'line']) as [string, string, string]
  const { course, cards, startMin, problem } = evening
  const end = Math.max(60, ...course.steps.map(({ endS }) => endS / 60))
  const x = (minutes: number) => LEFT + (minutes / end) * (WIDE - LEFT - 70)
  const each = [10, 15, 30, 60, 120, 240].find((step) => end / step <= 7) ?? 480
  const ticks = Array.from({ length: Math.floor(end / each) + 1 }, (_, i) => i * each)
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
        {ticks.map((minutes) => (
          <g key={minutes}>
            <line x1={x(minutes)} x2={x(minutes)} y1={TOP - 4} y2={tall} stroke={line} />
            <text x={x(minutes)} y={12} fontSize={11.5} textAnchor="middle" fill={soft}>
              {at(startMin + minutes)}
            </text>
          </g>
        ))}
        {cards.map(({ card, loggedBytes, plannedBytes, isOver, safeMin }, c) => {
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
                {safeMin === null ? 'never' : at(safeMin)}
              </text>
            </g>
          )
        })}
      </svg>
      <Flex gap="16px" fontSize="note" color="soft">
        <Text>dark: written</Text>
        <Text>hatched: read back</Text>
        <Text>lower bar: from drive to drive</Text>
        <Text ml="auto">would be safe at</Text>
      </Flex>
    </Box>
  )
}
