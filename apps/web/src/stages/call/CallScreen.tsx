import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { ask } from '../../store/api.ts'
import { say, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { GoTo } from '../../ui/GoTo.tsx'
import { CallSheetPaper } from '../../ui/CallSheetPaper.tsx'
import { Answer, Button, Empty, Title } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { callSheet, type CallSheet, noLongerCalled, callSheetChanges } from '@kavrell/core/papers'
import { counted } from '@kavrell/core/text'

const TONES: Readonly<Record<string, string>> = { read: 'ink', delivered: 'watch', sent: 'watch', bounced: 'stop' }
/** A sheet that was read stays read, whatever was sent again later. */
const STRENGTH: readonly string[] = ['sent', 'bounced', 'delivered', 'read']

/** On a phone the role gives way to the name, the call and the state. */
const COLUMNS = { base: 'minmax(0, 1fr) 50px 72px 72px', md: 'minmax(110px, 1fr) 96px 50px 76px 92px' }
const DESK_ONLY = { base: 'none', md: 'block' }

/** Who has read it, and does it still say the truth? */
export function CallScreen() {
  const production = useProduction()
  const rights = useRights()
  const productionId = useProductionStore((s) => s.productionId)
  const { dayPlan } = useDay()
  const [busy, setBusy] = useState(false)
  // Kept until the server has answered: pressed again after a lost answer, nothing is sent twice.
  const nextId = useRef(uuidv7())
  if (!dayPlan || dayPlan.calls.length === 0)
    return (
      <Empty says="A call sheet follows from a day with an order and people in it.">
        <GoTo stage="order">Make the day’s order</GoTo>
        <GoTo stage="crew">List the crew</GoTo>
      </Empty>
    )
  const sheet = callSheet(production, dayPlan)
  const sent = Object.values(production.sentSheet)
    .filter((s) => s.dayId === dayPlan.day.id)
    .sort((a, b) => b.number - a.number)
  const newest = sent[0]
  const fresh = newest?.fingerprint === dayPlan.fingerprint
  const older = (fresh ? sent[1] : newest)?.content as unknown as CallSheet | undefined
  const changes = older ? callSheetChanges(older, sheet) : []
  const statusOf = (personId: string) => {
    const own = newest
      ? Object.values(production.delivery).filter((d) => d.sentSheetId === newest.id && d.personId === personId)
      : []
    return own.sort((a, b) => STRENGTH.indexOf(b.status) - STRENGTH.indexOf(a.status) || b.version - a.version)[0]
  }
  const called = sheet.people
  // Whoever holds a sheet that calls them is told that this one does not.
  const dropped = (older ? noLongerCalled(older, sheet) : []).filter((p) => production.person[p.personId])
  const listed = [...called, ...dropped.map((p) => ({ ...p, call: 'none' }))]
  const everyone = listed.map((p) => p.personId)
  const read = called.filter((p) => statusOf(p.personId)?.status === 'read').length
  const moved = changes.flatMap((c) => (c.personId && everyone.includes(c.personId) ? [c.personId] : []))
  const act = async (work: () => Promise<unknown>) => {
    setBusy(true)
    try {
      await work()
    } catch (error) {
      say((error as Error).message, 'stop')
    } finally {
      setBusy(false)
    }
  }
  const of = { productionId: productionId! }
  const ofDay = { ...of, dayId: dayPlan.day.id }
  const issue = (personIds: readonly string[]) =>
    act(async () => {
      const body = { id: nextId.current, dayId: dayPlan.day.id, personIds: [...personIds] }
      await ask(ENDPOINTS.issueSheet, of, body)
      nextId.current = uuidv7()
    })
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(380px, 1fr) minmax(0, 640px)' }} gap="24px">
      <Box>
        <Title
          note={
            newest
              ? `version ${newest.number}, sent to ${
                  new Set(
                    Object.values(production.delivery)
                      .filter((d) => d.sentSheetId === newest.id)
                      .map((d) => d.personId),
                  ).size
                }`
              : 'not sent yet'
          }
        >
          Call
        </Title>
        <Answer tone={newest && !fresh ? 'stop' : 'ink'}>
          {!newest
            ? `${counted(called.length, 'person', 'people')} to call, first at ${called[0]?.call}`
            : fresh
              ? `${read} of ${called.length} have read it`
              : `Version ${newest.number} no longer says what the order says`}
        </Answer>
        {newest && !fresh && (
          <Text color="soft" mt="4px">
            {read} of {called.length} have read version {newest.number}.
          </Text>
        )}
        {dropped.length > 0 && (
          <Text color="watch" fontWeight={600} mt="4px">
            Not called any more: {dropped.map((p) => p.name).join(', ')}.{' '}
            {fresh ? 'They were told.' : `Version ${newest!.number + 1} tells them.`}
          </Text>
        )}
        {(!newest || !fresh) && (
          <Box mt="12px" p="12px" bg={newest ? 'watchTint' : 'tint'}>
            {newest && (
              <Text color="watch" fontWeight={600} mb="8px">
                Version {newest.number + 1} would change:{' '}
                {changes
                  .slice(0, 5)
                  .map((c) => `${c.what} ${c.was} to ${c.now}`)
                  .join(', ') || 'the running order'}
                {changes.length > 5 ? ` and ${changes.length - 5} more` : ''}.
              </Text>
            )}
            {rights.plan ? (
              <Flex gap="8px" wrap="wrap">
                <Button kind="main" disabled={busy} onClick={() => void issue(everyone)}>
                  Issue {newest ? newest.number + 1 : 1} to everyone
                </Button>
                {moved.length > 0 && moved.length < everyone.length && (
                  <Button disabled={busy} onClick={() => void issue(moved)}>
                    Only to the {moved.length} whose call moved
                  </Button>
                )}
              </Flex>
            ) : (
              <Text color="soft">A planner issues it.</Text>
            )}
          </Box>
        )}
        <Box mt="16px">
          <Grid
            templateColumns={COLUMNS}
            gap="8px"
            color="faint"
            fontSize="note"
            borderBottom="1px solid"
            borderColor="line"
          >
            <Text>who</Text>
            <Text display={DESK_ONLY}>does</Text>
            <Text>call</Text>
            <Text>sheet {newest?.number ?? ''}</Text>
            <Text />
          </Grid>
          {listed.map((p) => {
            const status = statusOf(p.personId)
            const person = production.person[p.personId]
            return (
              <Grid
                key={p.personId}
                templateColumns={COLUMNS}
                gap="8px"
                minH="38px"
                alignItems="center"
                borderBottom="1px solid"
                borderColor="line"
                data-person={p.name}
              >
                <Text fontWeight={600} truncate>
                  {p.name}
                </Text>
                <Text color="soft" truncate display={DESK_ONLY}>
                  {p.role}
                </Text>
                <Text fontFamily="mono" fontWeight={600}>
                  {p.call}
                </Text>
                <Text
                  color={status ? TONES[status.status] : 'faint'}
                  fontWeight={status?.status === 'bounced' ? 700 : 400}
                  title={status?.says}
                >
                  {status?.status ?? 'not sent'}
                </Text>
                <Box textAlign="right">
                  {newest && rights.plan && status?.status === 'delivered' && (
                    <Button
                      disabled={busy}
                      onClick={() =>
                        void act(() => ask(ENDPOINTS.remind, of, { sentSheetId: newest.id, personId: p.personId }))
                      }
                    >
                      Remind
                    </Button>
                  )}
                  {status?.status === 'bounced' && person?.phone && (
                    <a href={`tel:${person.phone.replace(/\s/g, '')}`}>
                      <Button as="span">Ring</Button>
                    </a>
                  )}
                  {rights.plan && status?.status === 'bounced' && !person?.phone && (
                    <Box asChild color="action" fontWeight={600} whiteSpace={{ md: 'nowrap' }}>
                      <Link to={`/p/${productionId}/crew#${p.personId}`}>Add a number</Link>
                    </Box>
                  )}
                </Box>
              </Grid>
            )
          })}
        </Box>
        <Flex gap="8px" mt="16px" wrap="wrap" align="center">
          <a href={addressOf(ENDPOINTS.callSheetPdf, ofDay)} download>
            <Button as="span">PDF, {production.production.paper}</Button>
          </a>
          <Text color="soft">Calendar files:</Text>
          {called.map((p) => (
            <Box asChild key={p.personId} color="action" fontWeight={600}>
              <a href={addressOf(ENDPOINTS.callCalendar, { ...ofDay, personId: p.personId })} download>
                {p.name.split(' ')[0]}
              </a>
            </Box>
          ))}
        </Flex>
      </Box>
      <Box tabIndex={0} bg="well" p={{ base: '8px', md: '18px' }} maxH={{ lg: 'calc(100vh - 140px)' }} overflow="auto">
        <CallSheetPaper sheet={sheet} version={fresh ? newest.number : null} changes={changes} />
      </Box>
    </Grid>
  )
}
