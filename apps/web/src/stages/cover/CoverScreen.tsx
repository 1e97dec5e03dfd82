import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { follow, mostWanted, needByStep } from '@kavrell/core/cover'
import { coverOf, type Mend, type MomentCover, momentState, phasesOf, visitsOf } from '@kavrell/core/moments'
import type { Moment, Production } from '@kavrell/core/records'
import { counted, lapse } from '@kavrell/core/text'
import { useDayPlan, useProduction, useRecords, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Answer, Button, Empty, Tabs, Title } from '../../ui/parts.tsx'
import type { FoundCover } from '../../workers/cover.worker.ts'
import { NotCaught } from './Catches.tsx'
import { CoverLive } from './CoverLive.tsx'
import { logMoment } from './logMoment.ts'
import { CoverThings } from './CoverThings.tsx'
import { CoverTimeline } from './CoverTimeline.tsx'
import { MomentLosses } from './MomentLosses.tsx'
import { Slip } from './Slip.tsx'
import { useRota } from './useRota.ts'
import { handOf, KIND_WORDS, letterOf, placeOf } from './words.ts'

/** A moment for what happens once, from its shots: with their cameras, and as long as the longest of them. */
function beginMoment(production: Production): void {
  const shots = Object.values(production.shot).filter(({ onceOnly }) => onceOnly)
  const item = Object.values(production.orderItem).find(({ shotIds }) => shotIds.some((id) => shots.some((shot) => shot.id === id))) // prettier-ignore
  const own = item ? shots.filter(({ id }) => item.shotIds.includes(id)) : shots.slice(0, 1)
  const momentId = addRecord('moment', 'Plan a moment', {
    name: item?.title || own[0]?.sees || 'What happens once',
    shotIds: own.map(({ id }) => id),
    lastsS: Math.max(60, ...own.map(({ takeSeconds }) => takeSeconds)),
  })
  const placeId = momentId && addRecord('momentPlace', 'Add a place', { momentId, name: 'Main position' })
  if (!placeId) return
  for (const cameraId of new Set(own.flatMap(({ cameraId: id }) => id ?? [])))
    addRecord('momentCamera', 'Add a camera to the moment', { momentId, cameraId, placeId })
}

/** Does anything that happens once ever have too few good angles, and can the people there keep it so? */
export function CoverScreen() {
  const production = useProduction()
  const rights = useRights()
  const moments = Object.values(production.moment)
  const [chosen, setChosen] = useState<string | null>(null)
  const moment = moments.find(({ id }) => id === chosen) ?? moments[0]
  if (!moment)
    return (
      <Empty says="What happens once has to be seen throughout: cameras stop by themselves, cards fill, batteries end, and a person can be at one camera at a time. Say what happens, and who is there, and who restarts what is found.">
        {rights.plan && (
          <Button kind="main" onClick={() => beginMoment(production)}>
            Plan a moment
          </Button>
        )}
      </Empty>
    )
  return (
    <>
      {moments.length > 1 && (
        <Tabs
          label="Moments"
          tabs={moments.map(({ id, name }) => [id as string, name] as const)}
          current={moment.id}
          onChoose={setChosen}
        />
      )}
      <OneMoment key={moment.id} moment={moment} production={production} />
    </>
  )
}

function OneMoment({ moment, production }: { moment: Moment; production: Production }) {
  const rights = useRights()
  const state = momentState(production, moment.id)
  const isLive = state.begunAt !== null && state.overAt === null
  const cover = coverOf(production, moment.id)
  const found = useRota(isLive ? null : cover, false)
  const startMin = useStartOf(moment)
  const again = () => addRecord('moment', 'Plan a moment', { name: 'Another moment' })
  if (isLive) return <CoverLive key={state.begunAt} moment={moment} />
  return (
    <Page
      asideWidth={300}
      aside={cover && cover.cameraIds.length > 0 ? <Aside cover={cover} found={found} production={production} startMin={startMin} /> : undefined} // prettier-ignore
    >
      <Title
        note={`once only, ${lapse(moment.lastsS)}; wanted: ${counted(cover ? mostWanted(cover.problem) : 0, 'good angle')}`}
        actions={
          <>
            <PaperLink href={addressOf(ENDPOINTS.cuesPdf, { productionId: production.production.id })}>
              Cues and rota on paper
            </PaperLink>
            {rights.plan && <Button onClick={again}>Another moment</Button>}
            {rights.log && (
              <Button kind="main" onClick={() => logMoment(`${moment.name} begins`, moment, { type: 'begun' })}>
                It begins now
              </Button>
            )}
          </>
        }
      >
        {moment.name}
      </Title>
      {cover && <Says cover={cover} found={found} production={production} />}
      {cover && cover.cameraIds.length > 0 && found && (
        <Box mt="14px">
          <CoverTimeline
            cover={cover}
            schedule={scheduleOf(found)}
            names={production}
            phases={phasesOf(production, moment).flatMap(({ phase, fromS }) =>
              phase ? { name: phase.name, fromS } : [],
            )}
            clockOf={clockFrom(startMin)}
          />
        </Box>
      )}
      {state.overAt !== null && <NotCaught moment={moment} />}
      {state.overAt !== null && <Slip moment={moment} />}
      <CoverThings moment={moment} />
    </Page>
  )
}

const scheduleOf = ({ rota }: FoundCover) => (rota.status === 'held' ? rota.schedule : rota.most.schedule)

/** When the order of its day has it begin, minutes from midnight; null while it is in no order. */
function useStartOf({ shotIds }: Moment): number | null {
  const items = useRecords('orderItem')
  const item = Object.values(items).find((each) => each.shotIds.some((id) => shotIds.includes(id)))
  const dayPlan = useDayPlan(item?.dayId ?? null)
  const row = dayPlan?.timeline.rows.find((each) => each.kind === 'shots' && each.itemId === item?.id)
  return row ? row.startMin : null
}

const clockFrom = (startMin: number | null) => (seconds: number) => {
  if (startMin === null) return lapse(seconds)
  const whole = Math.round(startMin * 60 + seconds) % 86_400
  const two = (n: number) => String(n).padStart(2, '0')
  return `${two(Math.floor(whole / 3600))}:${two(Math.floor(whole / 60) % 60)}${whole % 60 ? `:${two(whole % 60)}` : ''}`
}

/** The answer in its largest type, and what stands behind it. */
function Says({ cover, found, production }: { cover: MomentCover; found: FoundCover | null; production: Production }) {
  if (cover.cameraIds.length === 0) return <Answer>No camera covers it yet</Answer>
  if (!found) return <Answer tone="soft">Looking for who goes where …</Answer>
  const { rota } = found
  const { durationS } = cover.problem
  const most = mostWanted(cover.problem)
  if (rota.status === 'held') {
    const course = follow(cover.problem, rota.schedule)
    const need = needByStep(cover.problem)
    const least = Math.min(...course.good.filter((_, i) => need[i]! > 0))
    const isOfOneMind = need.every((wanted) => wanted === most || wanted === 0)
    return (
      <>
        <Answer>
          {least === Infinity
            ? 'No good angle is wanted'
            : isOfOneMind
              ? `Never fewer than ${counted(least, 'good angle')}`
              : `Every phase has its good angles, up to ${most}`}
        </Answer>
        <Text color="soft" mt="4px">
          {rota.schedule.length === 0
            ? 'Nobody has to touch anything.'
            : `${counted(rota.schedule.length, 'visit')}, ${found.isProving ? 'and a rota with fewer is looked for' : rota.isFewestProved ? 'and with fewer it cannot be done' : `at least ${rota.leastVisits} are needed`}.`}
          {rota.smallestSlackS !== null &&
            ` Somebody is there at least ${lapse(rota.smallestSlackS)} before anything would stop.`}{' '}
          By the limits given below; whether a camera really rolls only a look at it tells.
        </Text>
      </>
    )
  }
  return (
    <>
      <Answer tone="stop">
        {rota.most.good === 0
          ? `Too few good angles from ${lapse(rota.firstUncoveredS)} on, and then none`
          : `${counted(rota.most.good, 'good angle')} of ${most} can be held`}
      </Answer>
      <Text color="soft" mt="4px">
        {rota.isProved
          ? `However it is done, what is wanted ends at ${lapse(rota.firstUncoveredS)} of ${lapse(durationS)} at the latest.`
          : `By all that was tried it holds until ${lapse(rota.firstUncoveredS)} of ${lapse(durationS)}; whether more can be done is not settled.`}
        {rota.most.good > 0 && ` Drawn is the rota that holds ${rota.most.good}.`}
      </Text>
      {cover.unreachable.length > 0 && (
        <Text color="watch" mt="4px">
          Nobody has said how long the walk is to {cover.unreachable.map((id) => placeOf(production, id)).join(', ')}:
          nobody is sent there.
        </Text>
      )}
      {found.mends.map((mend) => (
        <Text key={`${mend.kind}${mend.id}`} mt="4px" fontWeight={600}>
          {mendWords(mend, production, most)}
        </Text>
      ))}
    </>
  )
}

function mendWords({ kind, id }: Mend, production: Production, most: number): string {
  if (kind === 'one person more') return `It holds with one person more, beginning at ${placeOf(production, id!)}.`
  if (kind === 'longer card') return `It holds if the card of ${letterOf(production, id!)} lasts throughout.`
  if (kind === 'no run limit') return `It holds if ${letterOf(production, id!)} does not stop itself.`
  return `It holds if ${counted(most - 1, 'good angle')} are enough.`
}

/** Who goes where when, and what each loss would cost. */
function Aside({
  cover,
  found,
  production,
  startMin,
}: {
  cover: MomentCover
  found: FoundCover | null
  production: Production
  startMin: number | null
}) {
  const clockOf = clockFrom(startMin)
  const visits = found ? visitsOf(cover, scheduleOf(found)) : []
  return (
    <>
      <Text fontWeight={700}>Who goes where</Text>
      {visits.length === 0 && found && <Text color="soft">Nobody has to go anywhere.</Text>}
      {visits.map(({ atS, cameraId, handId, kind, slackS, leaveS }) => (
        <Box key={`${atS}${cameraId}`} py="5px" borderBottom="1px solid" borderColor="line">
          <Text fontWeight={600}>
            <Text as="span" fontFamily="mono" fontSize="small" fontWeight={400} mr="8px">
              {clockOf(atS)}
            </Text>
            {KIND_WORDS[kind]} {letterOf(production, cameraId)}
          </Text>
          <Text color="soft" fontSize="small">
            {handOf(production, handId)}, {placeOf(production, production.momentCamera[cameraId]!.placeId)}
            {leaveS < atS ? `; leaves by ${clockOf(leaveS)}` : ''}
          </Text>
          {slackS !== null && (
            <Text fontSize="small" color={slackS < 60 ? 'watch' : 'soft'}>
              {lapse(slackS)} to spare
            </Text>
          )}
        </Box>
      ))}
      {found && <MomentLosses cover={cover} found={found} schedule={scheduleOf(found)} production={production} />}
    </>
  )
}
