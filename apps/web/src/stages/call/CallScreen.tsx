import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import type { DayPlan } from '@kavrell/core/day'
import { counted } from '@kavrell/core/text'
import { useProductionStore } from '../../store/production.ts'
import { useParts } from '../../store/selectors.ts'
import { CallSheetPaper } from '../../ui/CallSheetPaper.tsx'
import { AddPeople, BeginDay } from '../../ui/BeginDay.tsx'
import { GoTo } from '../../ui/GoTo.tsx'
import { Answer, Button, Title } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { useDay } from '../../ui/useDay.ts'
import { CalledPeople } from './CalledPeople.tsx'
import { IssuedSheets } from './IssuedSheets.tsx'
import { IssueSheet } from './IssueSheet.tsx'
import { type CallSheetState, useCallSheet } from './useCallSheet.ts'

/** Who has read it, and does it still say the truth? */
export function CallScreen() {
  const { dayPlan } = useDay()
  if (!dayPlan)
    return (
      <BeginDay
        title="Begin a day"
        says="When, where and who: a call sheet follows, and what is not known yet can follow too."
      />
    )
  if (dayPlan.calls.length === 0)
    return (
      <>
        <Title>Nobody is called on {dayPlan.day.title}</Title>
        <AddPeople says="List who is to be there. Those of the crew list who come are ticked for the day in Crew." />
        <Box mt="14px">
          <GoTo stage="crew">See the crew list</GoTo>
        </Box>
      </>
    )
  return <Call dayPlan={dayPlan} />
}

function Call({ dayPlan }: { dayPlan: DayPlan }) {
  const state = useCallSheet(dayPlan)
  const { newest, fresh, sheet } = state
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(420px, 1fr) minmax(0, 600px)' }} gap="24px">
      <Box>
        <Title note={newest ? `version ${newest.number}, for ${state.sentTo}` : 'not sent yet'}>Call</Title>
        <Standing state={state} />
        {!fresh && <IssueSheet state={state} dayId={dayPlan.day.id} />}
        <CalledPeople called={state.called} newest={newest} />
        <Papers state={state} dayPlan={dayPlan} />
      </Box>
      <Box tabIndex={0} bg="well" p={{ base: '8px', md: '18px' }} maxH={{ lg: 'calc(100vh - 140px)' }} overflow="auto">
        <CallSheetPaper sheet={sheet} version={fresh ? newest!.number : null} changes={state.changes} />
      </Box>
    </Grid>
  )
}

/** The answer: does what people hold say the truth, and have they seen it? */
function Standing({ state }: { state: CallSheetState }) {
  const { newest, fresh, called, dropped, untold, read } = state
  const wanted = called.filter((p) => p.isCalled)
  const simulated = called.some((p) => p.status?.status === 'simulated')
  return (
    <>
      <Answer tone={newest && !fresh ? 'stop' : 'ink'}>
        {!newest
          ? `${counted(wanted.length, 'person', 'people')} to call, first at ${wanted[0]?.call}`
          : fresh
            ? `${read} of ${wanted.length} have read it`
            : `Version ${newest.number} no longer says what the plan says`}
      </Answer>
      {newest && !fresh && (
        <Text color="soft" mt="4px">
          {read} of {wanted.length} have read version {newest.number}.
        </Text>
      )}
      {simulated && (
        <Text color="watch" mt="4px">
          Simulated: no mail went out, the gateway here is a stand-in. Send their links by hand.
        </Text>
      )}
      {dropped.length > 0 && (
        <Text color="watch" fontWeight={600} mt="4px">
          Not called any more: {dropped.map((p) => p.name).join(', ')}.{' '}
          {!fresh
            ? `Version ${newest!.number + 1} tells them.`
            : untold.length === 0
              ? 'It went out to them.'
              : `Nothing went out to ${untold.map((p) => p.name).join(', ')}: tell them by hand.`}
        </Text>
      )}
    </>
  )
}

/** The sheet on paper, as it would be now and as it was issued, and everybody's call for a calendar. */
function Papers({ state: { sheet, issued }, dayPlan }: { state: CallSheetState; dayPlan: DayPlan }) {
  const { production, scene } = useParts('production', 'scene')
  const isWritten = Object.values(scene).some((one) => one.scriptText)
  const productionId = useProductionStore((s) => s.productionId)!
  const ofDay = { productionId, dayId: dayPlan.day.id }
  return (
    <>
      <Flex gap="8px" mt="16px" wrap="wrap" align="center">
        <a href={addressOf(ENDPOINTS.callSheetPdf, ofDay)} download>
          <Button as="span">PDF, {production.paper}</Button>
        </a>
        <a href={addressOf(ENDPOINTS.largeCallSheetPdf, ofDay)} download>
          <Button as="span">In large print</Button>
        </a>
        {isWritten && (
          <a href={addressOf(ENDPOINTS.scriptOfDayPdf, ofDay)} download>
            <Button as="span">Script of the day</Button>
          </a>
        )}
        <Text color="soft">Calendar files:</Text>
        {sheet.people.map((p) => (
          <Box asChild key={p.personId} color="action" fontWeight={600}>
            <a href={addressOf(ENDPOINTS.callCalendar, { ...ofDay, personId: p.personId })} download>
              {p.name.split(' ')[0]}
            </a>
          </Box>
        ))}
      </Flex>
      <Box mt="12px" maxW="420px">
        <RecordField kind="production" id={production.id} field="channels" rows={2} grows />
      </Box>
      <IssuedSheets issued={issued} timeZone={dayPlan.place.timeZone} />
    </>
  )
}
