import { Box, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useParts, useProduction, useRights } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Answer, Button, Reading, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { BetterOrder } from './BetterOrder.tsx'
import { FromNow } from './FromNow.tsx'
import { LessTime } from './LessTime.tsx'
import { Outlook } from './Outlook.tsx'
import { Weather } from './Weather.tsx'
import { type DayPlan, pagesOf, type PersonCall, writtenMin } from '@kavrell/core/day'
import { pagesText } from '@kavrell/core/script'
import { shotMarks, shotsDone, takeStates } from '@kavrell/core/takes'
import { counted, hours, stretch } from '@kavrell/core/text'
import { clockChangeLine } from '@kavrell/core/time'

/** When the day is over, what it is made of, and who waits in it. */
export function OrderAside({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useParts('fixedEvent')
  const rights = useRights()
  const { timeline, day, clock } = dayPlan
  const outMin = day.outByMin === null ? null : writtenMin(clock, day, day.outByMin)
  const clocksGo = clockChangeLine(clock, timeline.startMin, timeline.wrapMin)
  const late = outMin !== null && timeline.wrapMin > outMin
  return (
    <>
      <Answer tone={late ? 'stop' : 'ink'}>
        {timeline.rows.length === 0 ? 'Nothing in the order yet' : `Wrap at ${clock.text(timeline.wrapMin)}`}
      </Answer>
      <Text color="soft" mb="8px">
        {outMin !== null
          ? late
            ? `${stretch(timeline.wrapMin - outMin)} after you must be out at ${clock.text(outMin)}`
            : `${stretch(outMin - timeline.wrapMin)} before you must be out at ${clock.text(outMin)}`
          : timeline.rows.length === 0
            ? `Call at ${clock.text(timeline.startMin)}; when it is over follows from the order.`
            : `${hours(timeline.wrapMin - timeline.startMin)} from call`}
      </Text>
      {clocksGo && (
        <Text color="watch" fontWeight={600} mb="8px">
          {clocksGo}
        </Text>
      )}
      <Grid templateColumns="1fr 1fr" columnGap="18px">
        <Reading name="Shots" value={timeline.shots} />
        <Reading name="Setups" value={timeline.setups} />
        <Reading name="Relights" value={timeline.relights} />
        <Reading name="Turns" value={timeline.turns} />
        <Reading name="Moves" value={timeline.moves} />
        <Reading name="Waiting" value={hours(timeline.waitMin)} />
      </Grid>
      <PagesOfDay dayPlan={dayPlan} />
      <FromNow dayPlan={dayPlan} />
      <Outlook dayPlan={dayPlan} />
      {rights.plan && <BetterOrder dayPlan={dayPlan} />}
      {rights.plan && dayPlan.items.length > 1 && <LessTime dayPlan={dayPlan} />}
      <Weather dayPlan={dayPlan} />
      <SnagList stage="order" about={(s) => s.about.id === day.id || dayPlan.items.some((i) => i.id === s.about.id)} />
      <Section title="Who waits">
        {dayPlan.calls.map((call) => (
          <Waiting key={call.personId} call={call} dayPlan={dayPlan} />
        ))}
      </Section>
      <Section title="The day">
        <Grid templateColumns="1fr 1fr" gap="8px">
          {['title', 'date', 'placeId', 'callMin', 'outByMin', 'weather', 'weatherDayOf'].map((f) => (
            <RecordField key={f} kind="day" id={day.id} field={f} />
          ))}
        </Grid>
        <RecordField kind="day" id={day.id} field="note" />
        {rights.plan && (
          <Box mt="8px">
            <Button kind="stop" onClick={() => takeOut('day', day.id, day.title)}>
              Remove {day.title}
            </Button>
          </Box>
        )}
      </Section>
      <Section title="Fixed events">
        <Sheet
          kind="fixedEvent"
          name="Events"
          rows={Object.values(production.fixedEvent).filter((e) => e.dayId === day.id)}
          onAdd={() => addRecord('fixedEvent', 'Add a fixed event', { dayId: day.id })}
          columns={[
            { field: 'title', head: 'what', width: 170 },
            { field: 'startMin', head: 'at', width: 60, mono: true },
            { field: 'endMin', head: 'until', width: 60, mono: true },
          ]}
        />
      </Section>
    </>
  )
}

/** From call to release, and what of it somebody works. */
function Waiting({ call, dayPlan }: { call: PersonCall; dayPlan: DayPlan }) {
  const { person } = useParts('person')
  const { startMin, wrapMin } = dayPlan.timeline
  const share = (minutes: number) => `${(minutes / (wrapMin - startMin)) * 100}%`
  const busy = call.busy.reduce((sum, b) => sum + b.endMin - b.startMin, 0)
  const all = Math.max(1, call.releaseMin - call.callMin)
  return (
    <Grid templateColumns="110px 92px 1fr 60px" gap="8px" py="3px" alignItems="center">
      <Text truncate>{person[call.personId]?.name}</Text>
      <Text fontFamily="mono" fontSize="note">
        {dayPlan.clock.text(call.callMin)}–{dayPlan.clock.text(call.releaseMin)}
      </Text>
      <Box position="relative" h="10px" bg="well">
        {call.busy.map((b) => (
          <Box
            key={b.startMin}
            position="absolute"
            h="100%"
            bg="soft"
            left={share(b.startMin - startMin)}
            w={share(b.endMin - b.startMin)}
          />
        ))}
      </Box>
      <Text fontSize="note" textAlign="right" color="soft">
        {Math.round((busy / all) * 100)} % busy
      </Text>
    </Grid>
  )
}

/** Pages of the script on this day and over all days, what of them is shot, and which scenes could be cut. */
function PagesOfDay({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const { dayId, ofDay, all } = useMemo(() => {
    const done = new Set<string>()
    const notNeeded = new Set<string>()
    for (const id of Object.keys(production.day)) {
      for (const shotId of shotsDone(takeStates(production, id))) done.add(shotId)
      for (const [shotId, { type }] of shotMarks(production.shotMark, id))
        if (type === 'done') done.add(shotId)
        else if (type === 'not needed') notNeeded.add(shotId)
    }
    return {
      dayId: dayPlan.day.id,
      ofDay: pagesOf(production, done, notNeeded, dayPlan.day.id),
      all: pagesOf(production, done, notNeeded),
    }
  }, [production, dayPlan.day.id])
  if (all.eighths === 0) return null
  const text = (eighths: number) => pagesText(eighths > 0 ? Math.max(1, Math.round(eighths)) : 0)
  const fit = all.scenes.filter((one) => one.canBeCut).map(({ scene }) => scene.number)
  const lacking = all.scenes.filter((one) => one.mustsOnNoDay > 0).map(({ scene }) => scene.number)
  return (
    <Box mt="10px" data-pages={dayId}>
      <Reading name="Pages today, shot" value={`${text(ofDay.doneEighths)} of ${text(ofDay.plannedEighths)}`} />
      <Reading name="Pages in all, shot" value={`${text(all.doneEighths)} of ${text(all.eighths)}`} />
      {fit.length > 0 && (
        <Text color="soft">
          Could be cut together: {counted(fit.length, 'scene')}, {fit.join(', ')}.
        </Text>
      )}
      {lacking.length > 0 && (
        <Text color="watch">
          Musts that no day holds: {counted(lacking.length, 'scene')}, {lacking.join(', ')}.
        </Text>
      )}
    </Box>
  )
}
