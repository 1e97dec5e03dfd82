import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { cameBy, type CueAt, practiceOf } from '@kavrell/core/cues'
import { createRecord, type RecordOf } from '@kavrell/core/records'
import { lapse } from '@kavrell/core/text'
import { stamp, useBoxTime } from '../store/clock.ts'
import { newId } from '../store/newId.ts'
import { commitOrSay } from '../store/production.ts'
import { useParts, useRights } from '../store/selectors.ts'
import { Input } from './fields.tsx'
import { Button } from './parts.tsx'

type CueRun = RecordOf<'cueRun'>

/** How a cue came, in words: "right", "4 s late", "missed". */
export function cameWords({ came, byS, why }: Pick<CueRun, 'came' | 'byS' | 'why'>): string {
  const how = came === 'missed' ? 'missed' : byS === null ? (came === 'hit' ? 'right' : 'off') : `${Math.abs(byS).toFixed(1)} s ${byS < 0 ? 'early' : 'late'}${came === 'hit' ? ', right' : ''}` // prettier-ignore
  return why ? `${how}: ${why}` : how
}

/** Steps through the cues of a rehearsal or of the real thing: what is next, and one key as it happens. */
export function CueSteps({
  list,
  rehearsal,
  startMs,
}: {
  list: readonly CueAt[]
  rehearsal: Pick<RecordOf<'rehearsal'>, 'id'>
  startMs: number
}) {
  const records = useParts('cueRun', 'person', 'camera', 'soundSource')
  const rights = useRights()
  const nowMs = useBoxTime(4)
  const [why, setWhy] = useState('')
  const runOf = (cueId: string) => practiceOf(records, cueId).runs.find((run) => run.rehearsalId === rehearsal.id)
  const runs = new Map(list.map(({ cue }) => [cue.id as string, runOf(cue.id)]))
  const next = list.find(({ cue }) => !runs.get(cue.id))
  const last = list.findLast(({ cue }) => runs.get(cue.id))
  const lastRun = last && runs.get(last.cue.id)
  const log = ({ cue }: CueAt, fields: Pick<CueRun, 'came' | 'byS' | 'why'>) => {
    const { at, deviceAt } = stamp()
    setWhy('')
    return commitOrSay(`${cue.name}: ${cameWords(fields)}`, [
      createRecord('cueRun', { cueId: cue.id, rehearsalId: rehearsal.id, ranAt: at, deviceAt, ...fields }, newId()),
    ])
  }
  const now = (one: CueAt) => {
    const byS = one.atS === null ? null : Math.round(((Date.parse(stamp().at) - startMs) / 1000 - one.atS) * 10) / 10
    log(one, { came: byS === null ? 'hit' : cameBy(byS), byS, why: '' })
  }
  const inS = next && next.atS !== null ? next.atS - (nowMs - startMs) / 1000 : null
  const sees = next && [
    next.cue.personId && records.person[next.cue.personId]?.name,
    next.cue.onWords && `on “${next.cue.onWords}”`,
    next.cue.cameraId && `picture ${records.camera[next.cue.cameraId]?.letter ?? '?'}`,
    next.cue.sourceId && `sound ${records.soundSource[next.cue.sourceId]?.name ?? '?'}`,
  ]
  return (
    <Box data-cue-steps>
      {lastRun && (
        <Flex gap="8px" align="center" mb="8px" wrap="wrap">
          <Text color={lastRun.came === 'hit' ? 'soft' : 'watch'} fontWeight={600}>
            {last.cue.name}: {cameWords(lastRun)}
          </Text>
          {rights.log && lastRun.came !== 'hit' && lastRun.why === '' && (
            <Input
              w="180px"
              aria-label={`Why ${last.cue.name} did not come right`}
              placeholder="why"
              value={why}
              onChange={(e) => setWhy(e.target.value)}
              onKeyDown={(e) => {
                if (e.key !== 'Enter' || !why.trim()) return
                log(last, { came: lastRun.came, byS: lastRun.byS, why: why.trim() })
              }}
            />
          )}
        </Flex>
      )}
      {next ? (
        <>
          <Text fontSize="answer" fontWeight={700} lineHeight="1.1" color={inS !== null && inS < 5 ? 'stop' : 'ink'}>
            {next.cue.name}
            {inS !== null && (inS >= 0 ? ` in ${lapse(inS)}` : `, ${lapse(-inS)} late`)}
          </Text>
          <Text fontSize="large">{sees?.filter(Boolean).join(', ')}</Text>
          {rights.log && (
            <Grid templateColumns="2fr 1fr 1fr" gap="8px" mt="10px">
              <Button kind="main" minH="64px" fontSize="large" onClick={() => now(next)}>
                {next.atS === null ? 'It came right' : 'Now'}
              </Button>
              <Button minH="64px" onClick={() => log(next, { came: 'off', byS: null, why: '' })}>
                Off
              </Button>
              <Button minH="64px" onClick={() => log(next, { came: 'missed', byS: null, why: '' })}>
                Missed
              </Button>
            </Grid>
          )}
        </>
      ) : (
        <Text fontSize="large" fontWeight={700}>
          All cues have come.
        </Text>
      )}
    </Box>
  )
}
