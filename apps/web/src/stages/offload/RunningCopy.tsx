import { Box, Flex, Text } from '@chakra-ui/react'
import { ask } from '../../store/api.ts'
import { say } from '../../store/production.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { Bar, Button } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { ENDPOINTS, type Job } from '@kavrell/contract'
import { counted, minutesSeconds, sayBytes } from '@kavrell/core/text'

/** Whether a job is still to be heard of. */
export const isUnderWay = (job: Job): boolean => job.state === 'running' || job.state === 'waiting'

const partsOf = ({ productionId, id }: Job) => ({ productionId, jobId: id })
const sayFault = (error: Error) => say(error.message, 'stop')
const stopJob = (job: Job): void => void ask(ENDPOINTS.stopJob, partsOf(job), {}).catch(sayFault)
const pauseJob = (job: Job, isPaused: boolean): void => void ask(ENDPOINTS.pauseJob, partsOf(job), { isPaused }).catch(sayFault) // prettier-ignore
const putFirst = (job: Job): void => void ask(ENDPOINTS.putJobFirst, partsOf(job), {}).catch(sayFault)

/** In the order in which they are taken up. */
const inTurn = (a: Job, b: Job) => (b.priority ?? 0) - (a.priority ?? 0)

/** What copies wait for their turn or for something to be put in, and a way to stop them all. */
export function Waiting({ jobs: waiting }: { jobs: readonly Job[] }) {
  const production = useParts('card', 'drive')
  const rights = useRights()
  if (waiting.length === 0) return null
  const jobs = waiting.toSorted(inTurn)
  const paused = jobs.filter(({ isPaused }) => isPaused)
  const next = jobs.find((job) => !job.isPaused)
  const asked = [...new Set(jobs.flatMap((job) => job.waitsFor ?? []))]
  return (
    <Box
      mt="12px"
      p="10px 12px"
      bg={asked.length > 0 ? 'watchTint' : 'tint'}
      role="status"
      aria-label="What waits to be copied"
    >
      <Flex align="baseline" gap="12px">
        <Text fontWeight={700}>
          {asked[0] ??
            (paused.length === jobs.length
              ? `${counted(jobs.length, 'copy', 'copies')} paused`
              : jobs.length === 1
                ? 'One copy waits for its turn'
                : `${jobs.length} copies wait for their turn`)}
        </Text>
        {rights.log && (
          <Flex ml="auto" gap="8px" wrap="wrap" justify="flex-end">
            <Button kind="quiet" onClick={() => jobs.forEach((job) => pauseJob(job, paused.length === 0))}>
              {paused.length > 0 ? 'Go on' : 'Pause'}
            </Button>
            <Button kind="stop" onClick={() => jobs.forEach(stopJob)}>
              {jobs.length > 1 ? `Stop all ${jobs.length} that wait` : 'Stop'}
            </Button>
          </Flex>
        )}
      </Flex>
      {jobs.map((job) => (
        <Flex key={job.id} gap="8px" align="baseline" fontSize="small" mt="3px">
          <Text fontWeight={700} w="44px">
            {production.card[job.cardId]?.label}
          </Text>
          <Text color="soft" flex="1">
            {job.kind === 'verify' ? 'read back from' : 'to'}{' '}
            {job.targets.map((t) => production.drive[t.driveId]?.label).join(', ')}
            {job.isPaused ? '. Paused.' : job.waitsFor ? `. ${job.waitsFor}` : ''}
          </Text>
          {rights.log && job !== next && !job.isPaused && (
            <Button
              kind="word"
              aria-label={`${production.card[job.cardId]?.label} first`}
              onClick={() => putFirst(job)}
            >
              First
            </Button>
          )}
        </Flex>
      ))}
    </Box>
  )
}

/** A copy on its way: from where to where, how fast, how long yet; and a way to stop it. */
export function RunningCopy({ job }: { job: Job }) {
  const production = useParts('card', 'drive')
  const rights = useRights()
  const share = job.bytesTotal > 0 ? job.bytesDone / job.bytesTotal : 0
  const label = production.card[job.cardId]?.label ?? 'card'
  const to = job.targets.map((t) => production.drive[t.driveId]?.label).join(', ')
  const text =
    job.state === 'waiting'
      ? `${label} waits to be copied`
      : `${job.phase === 'copying' ? (job.kind === 'relay' ? 'Copying a copy of' : 'Copying') : 'Reading back'} ${label} ${job.phase === 'copying' ? 'to' : 'from'} ${to}`
  return (
    <Box mt="12px" p="10px 12px" bg="tint" role="status">
      <Flex align="baseline" gap="12px">
        <Text fontWeight={700}>{text}</Text>
        <Text fontFamily="mono" fontSize="small">
          {sayBytes(job.bytesPerSecond)}/s{job.secondsLeft !== null ? `, ${minutesSeconds(job.secondsLeft)} left` : ''}
        </Text>
        {rights.log && (
          <Flex ml="auto" gap="8px">
            <Button kind="quiet" onClick={() => pauseJob(job, true)}>
              Pause
            </Button>
            <Button kind="stop" onClick={() => stopJob(job)}>
              Stop
            </Button>
          </Flex>
        )}
      </Flex>
      <Flex mt="6px">
        <Bar share={share} label={`${Math.round(share * 100)} %`} />
      </Flex>
    </Box>
  )
}

/** How an evening's copies ended, for whoever looks in at night: when, how many, and what was not made. */
export function CopiesOver({ jobs }: { jobs: readonly Job[] }) {
  const production = useParts('card', 'drive', 'copyRun', 'copyCheck', 'place')
  const { dayPlan } = useDay()
  const evening = jobs.find(({ eveningId }) => eveningId)?.eveningId
  const own = jobs.filter(({ eveningId }) => eveningId === evening)
  if (evening === undefined || own.some(isUnderWay)) return null
  const made = own.filter((job) => job.state === 'done' && job.targets.every(({ state }) => state !== 'failed'))
  const told = own.find((job) => job.told)?.told
  const cards = new Set(own.map(({ cardId }) => cardId))
  const ends = Object.values(production.copyCheck).flatMap((check) => {
    const run = production.copyRun[check.copyRunId]
    return run && cards.has(run.cardId) ? [check.checkedAt] : []
  })
  const last = ends.toSorted().at(-1)
  const timeZone = (dayPlan && production.place[dayPlan.day.placeId]?.timeZone) ?? 'UTC'
  const clock = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' })
  return (
    <Box mt="12px" p="10px 12px" bg={made.length === own.length ? 'tint' : 'watchTint'} role="status" data-copies-over>
      <Text fontWeight={700}>
        The copies are over{last && ` since ${clock.format(new Date(last))}`}: {made.length} of{' '}
        {counted(own.length, 'copy', 'copies')} made and read back
      </Text>
      {own
        .filter((job) => !made.includes(job))
        .map((job) => (
          <Text key={job.id} fontSize="small">
            <b>{production.card[job.cardId]?.label}</b> to{' '}
            {job.targets.map((t) => production.drive[t.driveId]?.label).join(', ')}: {job.problems.join(' ')}
          </Text>
        ))}
      {told && (
        <Text color="soft" fontSize="note">
          {told}
        </Text>
      )}
    </Box>
  )
}
