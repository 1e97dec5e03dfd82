import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { mostWanted, type Rota } from '@kavrell/core/cover'
import { counted, lapse } from '@kavrell/core/text'
import { asId, type Moment } from '@kavrell/core/records'
import { coverOf, momentState, type MomentVisit, phasesOf, visitsOf } from '@kavrell/core/moments'
import { useBoxTime } from '../../store/clock.ts'
import { useProductionStore } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'
import type { FoundCover } from '../../workers/cover.worker.ts'
import { LiveCues, Picture, useMine } from './Picture.tsx'
import { CatchList } from './Catches.tsx'
import { logMoment } from './logMoment.ts'
import { useRota } from './useRota.ts'
import { handOf, KIND_WORDS, letterOf, type MomentNames, placeOf } from './words.ts'
import { Slip } from './Slip.tsx'

/** Somebody who is so late for a visit does something else than was planned, seconds: what is left is planned anew. */
const LATE_S = 45
/** A phase is called out so long before it begins, seconds. */
const SOON_S = 180

/** While it goes on, in one hand: what is next, in how long, and one key that says it is done. */
export function CoverLive({ moment }: { moment: Moment }) {
  const records = useParts('production', 'moment', 'momentPhase', 'momentPlace', 'momentWalk', 'momentCamera', 'momentHand', 'momentEvent', 'camera', 'person') // prettier-ignore
  const [mine, setMine] = useMine(moment.id)
  const connection = useProductionStore((s) => s.connection)
  const rights = useRights()
  const state = momentState(records, moment.id)
  const nowMs = useBoxTime(4)
  const nowS = Math.min(moment.lastsS, (nowMs - Date.parse(state.begunAt!)) / 1000)
  // A plan stays as it is while it is followed: who is on the way would else begin to walk anew with each look.
  const [lateAtS, setLateAtS] = useState(0)
  const plannedAtS = Math.max(state.lastS, lateAtS)
  const cover = coverOf(records, moment.id, plannedAtS, state)
  const found = useRota(cover, true)
  const rota = found?.rota ?? null
  const visits = cover && rota ? visitsOf(cover, rota.status === 'held' ? rota.schedule : rota.most.schedule) : []
  const [next, after] = visits
  const isLate = next !== undefined && nowS > next.atS + LATE_S
  useEffect(() => {
    if (isLate) setLateAtS(Math.floor(nowS))
  }, [isLate, nowS])
  if (nowS >= moment.lastsS) return <Over moment={moment} nowS={nowS} />
  const left = cover?.problem.cameras.map((camera, i) => {
    const ends = { 'stops itself': camera.runFirstS ?? camera.runLimitS ?? Infinity, 'card full': camera.cardFirstS, 'battery out': camera.batteryFirstS } // prettier-ignore
    const [by, end] = Object.entries(ends).reduce((a, b) => (b[1] < a[1] ? b : a))
    const passedS = nowS - plannedAtS
    return { id: cover.cameraIds[i]!, by, isGood: camera.isGood, beginsS: camera.startS - passedS, leftS: camera.startS + end - passedS, place: placeOf(records, cover.placeIds[camera.place]!) } // prettier-ignore
  })
  const good = left?.filter(({ leftS, beginsS, isGood }) => isGood && beginsS <= 0 && leftS > 0).length ?? 0
  const phases = phasesOf(records, moment)
  const phase = phases.find(({ toS }) => nowS < toS)
  const following = phases.find(({ fromS }) => fromS > nowS)
  const wanted = phase?.pictures ?? 0
  return (
    <Flex
      direction="column"
      gap="12px"
      minH={{ base: 'calc(100dvh - 190px)', md: 0 }}
      maxW={{ base: '560px', md: 'none' }}
    >
      <Flex gap="10px" align="baseline" wrap="wrap">
        <Text fontWeight={700}>{moment.name}</Text>
        <Text fontFamily="mono">
          {lapse(nowS)} in, {lapse(moment.lastsS - nowS)} to go
        </Text>
        {phase?.phase && <Text fontWeight={600}>{phase.phase.name}</Text>}
        {following?.phase && following.fromS - nowS < SOON_S && (
          <Text color="watch" fontWeight={600}>
            {following.phase.name} in {lapse(following.fromS - nowS)}
            {following.pictures === wanted ? '' : `: ${angles(following.pictures)}`}
          </Text>
        )}
        {connection !== 'live' && (
          <Text ml="auto" color="watch" fontWeight={600}>
            on this device only
          </Text>
        )}
      </Flex>
      <Call
        next={next}
        nowS={nowS}
        records={records}
        isBare={nowS >= moment.coverFromS && good < wanted}
        good={good}
        wanted={wanted}
        most={cover ? mostWanted(cover.problem) : 0}
        found={found}
        plannedAtS={plannedAtS}
      />
      <CatchList moment={moment} nowS={nowS} />
      <Picture moment={moment} mine={mine} setMine={setMine} />
      <Box>
        {left?.map(({ id, by, beginsS, leftS, place }) => (
          <Flex key={id} gap="10px" py="7px" borderBottom="1px solid" borderColor="line" align="center">
            <Text fontWeight={700} w="22px" fontSize="large">
              {letterOf(records, id)}
            </Text>
            <Text flex="1" lineClamp={1}>
              {place}
            </Text>
            <Text
              fontFamily="mono"
              color={leftS <= 0 ? 'stop' : leftS < 120 ? 'watch' : 'ink'}
              fontWeight={leftS < 120 ? 700 : 400}
            >
              {leftS <= 0
                ? `${by} by now`
                : beginsS > 0
                  ? `starts in ${lapse(beginsS)}`
                  : leftS >= moment.lastsS - nowS
                    ? 'to the end'
                    : `${by} in ${lapse(leftS)}`}
            </Text>
            {rights.log && (
              <Button
                minH="40px"
                aria-label={`${letterOf(records, id)} has died`}
                onClick={() =>
                  logMoment(`${letterOf(records, id)} died`, moment, { type: 'died', momentCameraId: asId(id) })
                }
              >
                It died
              </Button>
            )}
          </Flex>
        ))}
        {[...state.died].map((id) => (
          <Text key={id} color="stop" py="6px" fontWeight={600}>
            {letterOf(records, id)} died; the rest is planned without it.
          </Text>
        ))}
      </Box>
      {after && (
        <Text color="soft">
          Then {KIND_WORDS[after.kind]} {letterOf(records, after.cameraId)},{' '}
          {placeOf(records, records.momentCamera[after.cameraId]!.placeId)}, at {lapse(after.atS)}
          {after.leaveS < after.atS ? `; leave by ${lapse(after.leaveS)}` : ''}.
        </Text>
      )}
      <LiveCues moment={moment} beganAt={state.begunAt!} mine={mine} />
      <Box flex="1" />
      {rights.log && (
        <Grid templateColumns="repeat(3, 1fr)" gap="6px">
          {left
            ?.filter(({ id }) => id !== next?.cameraId)
            .slice(0, 6)
            .map(({ id }) => (
              <Button
                key={id}
                minH="44px"
                px="4px"
                onClick={() =>
                  logMoment(`Restarted ${letterOf(records, id)}`, moment, { type: 'restart', momentCameraId: asId(id) })
                }
              >
                {letterOf(records, id)} was restarted
              </Button>
            ))}
        </Grid>
      )}
      {rights.log && next && (
        // In reach of the thumb however many cameras there are.
        <Box position="sticky" bottom="0" zIndex={1} bg="paper" py="8px">
          <Button
            kind="main"
            w="100%"
            minH="84px"
            fontSize="answer"
            fontWeight={700}
            onClick={() => logMoment(`${letterOf(records, next.cameraId)} is rolling again`, moment, { type: next.kind, momentCameraId: asId(next.cameraId), handId: asId(next.handId) })} // prettier-ignore
          >
            {letterOf(records, next.cameraId)} is rolling again
          </Button>
        </Box>
      )}
      {rights.log && (
        <Button kind="word" onClick={() => logMoment(`${moment.name} is over`, moment, { type: 'over' })}>
          It is over
        </Button>
      )}
      <Slip moment={moment} />
    </Flex>
  )
}

const angles = (count: number) => counted(count, 'good angle')

/** What is said where nobody has to go anywhere next. */
function idleWords(
  { isBare, good, wanted, most }: Pick<Called, 'isBare' | 'good' | 'wanted' | 'most'>,
  rota: Rota | null,
): string {
  // prettier-ignore
  if (!rota) return 'Looking …'
  if (rota.status === 'cannot') return `${angles(most)} cannot be held`
  return isBare ? `${angles(good)}, ${wanted} wanted, and nobody can mend it` : 'Nothing to do to the end'
}

interface Called {
  readonly next: MomentVisit | undefined
  readonly nowS: number
  readonly records: MomentNames
  readonly isBare: boolean
  readonly good: number
  readonly wanted: number
  /** The most that is wanted from now on. */
  readonly most: number
  readonly found: FoundCover | null
  readonly plannedAtS: number
}

/** The one sentence that matters, and the seconds; and what cannot be held, whatever is done. */
function Call(called: Called) {
  const { next, nowS, records, isBare, good, wanted, most, found, plannedAtS } = called
  const rota = found?.rota ?? null
  const isShort = isBare || rota?.status === 'cannot'
  return (
    <Box>
      {next ? (
        <NextVisit next={next} nowS={nowS} records={records} isBare={isBare} />
      ) : (
        <Text fontSize="answer" fontWeight={700} lineHeight="1.1" color={isShort && rota ? 'stop' : 'ink'} data-answer>
          {idleWords(called, rota)}
        </Text>
      )}
      {isBare && (
        <Text color="stop" fontWeight={700}>
          By the limits {angles(good)} now, {wanted} wanted
          {typeof found?.bareUntilS === 'number' ? `; enough again at ${lapse(plannedAtS + found.bareUntilS)}.` : '.'}
        </Text>
      )}
      {rota?.status === 'cannot' && !isBare && (
        <Text color="stop" fontWeight={700}>
          {angles(most)} {rota.isProved ? 'end' : 'were found only until'} {rota.isProved ? 'at ' : ''}
          {lapse(plannedAtS + rota.firstUncoveredS)};{' '}
          {rota.most.good ? `${rota.most.good} can be held.` : 'and then there is none.'}
        </Text>
      )}
    </Box>
  )
}

function NextVisit({
  next,
  nowS,
  records,
  isBare,
}: Pick<Called, 'nowS' | 'records' | 'isBare'> & { readonly next: MomentVisit }) {
  const letter = letterOf(records, next.cameraId)
  const goIn = next.leaveS - nowS
  const inS = next.atS - nowS
  const place = placeOf(records, records.momentCamera[next.cameraId]!.placeId)
  const when = inS > 0 ? `in ${lapse(inS)}` : inS > -5 ? 'now' : `now, ${lapse(-inS)} late`
  const leave = next.leaveS >= next.atS ? '' : goIn > 0 ? ` Leave in ${lapse(goIn)}.` : ' Go now.'
  const spare = next.slackS === null ? '' : ` ${lapse(next.slackS)} to spare.`
  return (
    <>
      <Text fontSize="clock" fontWeight={700} lineHeight="1.02" color={isBare || inS < 20 ? 'stop' : 'ink'} data-answer>
        {letter} {when}
      </Text>
      <Text fontSize="large" fontWeight={600}>
        {handOf(records, next.handId)}: {KIND_WORDS[next.kind]} {letter}, {place}.{leave}
        {spare}
      </Text>
    </>
  )
}

function Over({ moment, nowS }: { moment: Moment; nowS: number }) {
  return (
    <Box>
      <Text fontSize="answer" fontWeight={700} data-answer>
        {moment.name} should be over
      </Text>
      <CatchList moment={moment} nowS={nowS} />
      <Button
        kind="main"
        mt="12px"
        minH="52px"
        onClick={() => logMoment(`${moment.name} is over`, moment, { type: 'over' })}
      >
        It is over
      </Button>
    </Box>
  )
}
