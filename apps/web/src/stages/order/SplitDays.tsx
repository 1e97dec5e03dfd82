import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { SplitWorker } from '../../workers/split.worker.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction } from '../../store/selectors.ts'
import { Tick } from '../../ui/fields.tsx'
import { Button, Hint } from '../../ui/parts.tsx'
import { dayPlans, planDay, type Split } from '@kavrell/core/day'
import type { Production } from '@kavrell/core/records'
import { counted, stretch } from '@kavrell/core/text'

interface Search {
  readonly of: Production
  readonly isLooking: boolean
  readonly first: Split | null
  readonly found: Split | null
}

/** Looks for a better share of the shots over the days, says what it makes of each, and puts it in place on a press. */
export function SplitDays() {
  const production = useProduction()
  const [search, setSearch] = useState<Search | null>(null)
  const [withNew, setWithNew] = useState(true)
  const worker = useRef<Worker | null>(null)
  useEffect(() => () => worker.current?.terminate(), [])
  const planned = new Set<string>(Object.values(production.orderItem).flatMap((item) => item.shotIds))
  const unplanned = Object.values(production.shot).filter((shot) => !planned.has(shot.id))
  const stop = () => {
    worker.current?.terminate()
    worker.current = null
    setSearch((now) => now && { ...now, isLooking: false })
  }
  const start = () => {
    worker.current?.terminate()
    const own = new Worker(new URL('../../workers/split.worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setSearch({ of: production, isLooking: true, first: null, found: null })
    const remote: Remote<SplitWorker> = wrap<SplitWorker>(own)
    const ids = withNew && unplanned.length > 0 ? unplanned.map(() => newId()) : null
    remote
      .search(
        production,
        ids,
        proxy((found: Split) => {
          if (worker.current === own) setSearch((now) => now && { ...now, first: now.first ?? found, found })
        }),
      )
      .then(
        () => setSearch((now) => (worker.current === own ? now && { ...now, isLooking: false } : now)),
        (cause: unknown) => {
          throw new Error('The search for a split failed', { cause })
        },
      )
      .finally(() => {
        own.terminate()
      })
  }
  if (dayPlans(production).filter(({ day }) => !day.weatherDayOf).length < 2) return null
  const isFresh = search?.of === production
  return (
    <Box mt="14px">
      <Flex gap="10px" align="center" wrap="wrap">
        <Button onClick={start} disabled={search?.isLooking}>
          Share the shots out over the days
        </Button>
        {search?.isLooking && <Button onClick={stop}>Stop</Button>}
        {search?.isLooking && (
          <Text color="soft" role="status">
            Looking …
          </Text>
        )}
        {unplanned.length > 0 && (
          <Tick label={`with ${counted(unplanned.length, 'shot')} that no day has`} checked={withNew} onTick={() => setWithNew(!withNew)}>
            with {counted(unplanned.length, 'shot')} that no day has
          </Tick>
        )}
      </Flex>
      {search && !isFresh && <Hint>The days have changed since.</Hint>}
      {search?.found && isFresh && <Found search={search} onDone={() => setSearch(null)} production={production} />}
      {!search && (
        <Hint>
          Setups, spots and scenes are moved from day to day, each day in its best order. What is begun, fixed, locked or
          of another unit stays; a weather day stays free.
        </Hint>
      )}
    </Box>
  )
} // prettier-ignore

/** What it makes of each day. */
function Found({ search: { found, isLooking }, production, onDone }: { search: Search; production: Production; onDone: () => void }) {
  const split = found!
  const saved = split.days.reduce((sum, day) => {
    const before = planDay(production, day.dayId)
    return sum + (before ? before.timeline.wrapMin - day.wrapMin : 0)
  }, 0)
  const isBetter = split.moved > 0 || saved > 0.5
  return (
    <Box mt="8px" maxW="820px">
      {split.days.map((day) => {
        const before = planDay(production, day.dayId)!
        const { clock } = before
        const worries = [
          day.overMin > 0 ? `${stretch(day.overMin)} too long` : '',
          day.missed > 0 ? `${counted(day.missed, 'entry', 'entries')} out of light, hours or time` : '',
          day.away > 0 ? `${counted(day.away, 'person', 'people')} wanted who ${day.away === 1 ? 'is' : 'are'} not down for it` : '',
        ].filter(Boolean)
        return (
          <Grid key={day.dayId} templateColumns="120px 110px 190px 1fr" gap="10px" py="4px" borderBottom="1px solid" borderColor="line">
            <Text fontWeight={700}>{day.title}</Text>
            <Text>{counted(day.entries, 'entry', 'entries')}</Text>
            <Text fontFamily="mono">
              wrap {clock.text(day.wrapMin)}, was {clock.text(before.timeline.wrapMin)}
            </Text>
            <Text color={worries.length > 0 ? 'watch' : 'soft'}>{worries.join('; ') || 'in its light, its hours and its people'}</Text>
          </Grid>
        )
      })}
      <Flex gap="10px" mt="8px" align="center">
        {isBetter ? (
          <Button
            kind="main"
            disabled={isLooking}
            onClick={() => {
              if (commitOrSay('Share the shots out over the days', split.changes)) onDone()
            }}
          >
            Take it: {counted(split.moved, 'entry', 'entries')} on another day
          </Button>
        ) : (
          <Text>{isLooking ? 'Nothing better so far.' : 'Nothing better was found than what there is.'}</Text>
        )}
        {isBetter && saved > 0 && <Text color="soft">{stretch(saved)} less over all days. A search, not a proof.</Text>}
      </Flex>
    </Box>
  )
} // prettier-ignore
