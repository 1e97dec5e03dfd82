import { useState } from 'react'
import { useFresh } from '../../store/fresh.ts'
import { newId } from '../../store/newId.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { AddPeople } from '../../ui/BeginDay.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Hint, Reading, Section, Title } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import type { SheetColumn } from '../../ui/sheet/column.ts'
import { useChosen } from '../../ui/useChosen.ts'
import { useDay } from '../../ui/useDay.ts'
import { download } from '../../ui/download.ts'
import { ChooseFile, Tick } from '../../ui/fields.tsx'
import { Access } from './Access.tsx'
import { crewCards, crewTable, readCrewFile } from './crewFile.ts'
import { Costs, Hands, Terms } from './Costs.tsx'
import { FromOthers } from './FromOthers.tsx'
import { MyAccess } from './MyAccess.tsx'
import { mergePeople } from '@kavrell/core/beginnings'
import { removeRecord, createRecord, asId, type RecordOf } from '@kavrell/core/records'
import { neededAt, slateOf } from '@kavrell/core/shotlist'
import { counted, hours } from '@kavrell/core/text'

/** Who is there, and when must each be there? */
export function CrewScreen() {
  const production = useParts('person', 'shot', 'camera', 'recorder', 'orderItem')
  const rights = useRights()
  const [chosen, choose] = useChosen()
  const { dayPlan, days } = useDay()
  const people = Object.values(production.person).sort((a, b) => (a.id < b.id ? -1 : 1))
  const add = () => {
    const id = newId()
    if (
      commitOrSay('Add a person, down for all days', [
        createRecord('person', {}, asId(id)),
        ...days.map((day) => createRecord('attendance', { personId: asId(id), dayId: day.id }, newId())),
      ])
    ) {
      choose(id)
      useFresh.setState({ id })
    }
  }
  if (people.length === 0)
    return (
      <>
        <Title>Crew</Title>
        <AddPeople says="List who is on the production, as they stand in a message; their calls follow from the order." />
        <Box mt="30px">
          {rights.access && <Access />}
          <MyAccess />
        </Box>
      </>
    )
  const one = chosen ? production.person[chosen] : undefined
  const first = dayPlan?.calls[0]
  const shotsOf = (id: string) =>
    dayPlan?.timeline.rows
      .flatMap((row) =>
        row.kind === 'shots' && neededAt(production, row.itemId, row.shotIds).includes(asId(id))
          ? [slateOf(row.shotIds.flatMap((s) => production.shot[s]?.code ?? []))]
          : [],
      )
      .join(' ')
  const callOf = (id: string) => dayPlan?.calls.find((c) => c.personId === id)
  const columns: SheetColumn<RecordOf<'person'>>[] = [
    { field: 'name', head: 'name', width: 124 },
    { field: 'role', head: 'does', width: 100 },
    ...days.map((day): SheetColumn<RecordOf<'person'>> => ({
      field: `attendance.${day.id}`,
      head: day.title,
      width: Math.max(46, day.title.length * 7 + 8),
      fixed: true,
      show: (p) => <AttendanceBox who={p} day={day} />,
    })),
    {
      field: 'note',
      head: 'call',
      width: 50,
      fixed: true,
      mono: true,
      show: (p) => {
        const call = callOf(p.id)
        return <Text fontWeight={700}>{call ? dayPlan!.clock.text(call.callMin) : '—'}</Text>
      },
    },
    { field: 'needed', head: 'needed', width: 84 },
    { field: 'leadMin', head: 'before', width: 48, align: 'right', mono: true },
    { field: 'phone', head: 'phone', width: 128, mono: true },
    { field: 'email', head: 'mail', width: 164 },
    { field: 'diet', head: 'eats', width: 120, hidden: true },
    { field: 'travel', head: 'travels', width: 120, hidden: true },
    { field: 'ridesInId', head: 'rides in', width: 120, hidden: true },
    { field: 'standInForId', head: 'stands in for', width: 120, hidden: true },
    ...(rights.money
      ? ([
          { field: 'rateMinor', head: 'rate', width: 80, align: 'right', mono: true, hidden: true },
          { field: 'rateFor', head: 'for', width: 70, hidden: true },
          { field: 'rateMin', head: 'minutes in it', width: 80, align: 'right', mono: true, hidden: true },
          { field: 'overtimePct', head: 'beyond, %', width: 70, align: 'right', mono: true, hidden: true },
          { field: 'terms', head: 'terms, usage', width: 180, hidden: true },
        ] satisfies SheetColumn<RecordOf<'person'>>[])
      : []),
  ]
  return (
    <Page
      asideWidth={300}
      aside={
        <>
          {one && <Terms person={one} />}
          {one && <PartOfDays person={one} days={days} />}
          <Text fontWeight={700} mb="6px">
            {dayPlan ? `Calls on ${dayPlan.day.title}` : 'Calls'}
          </Text>
          {dayPlan?.calls.map((call) => (
            <Reading
              key={call.personId}
              name={
                <>
                  {production.person[call.personId]?.name}
                  <Text as="span" display="block" fontSize="note" color="faint">
                    {shotsOf(call.personId) || 'no shot of their own'}
                  </Text>
                </>
              }
              value={
                <span
                  style={{ whiteSpace: 'nowrap' }}
                >{`${dayPlan.clock.text(call.callMin)} to ${dayPlan.clock.text(call.releaseMin)}`}</span>
              }
            />
          ))}
          {!dayPlan && <Text color="soft">Calls follow once a day has an order.</Text>}
          {dayPlan && <Hands dayPlan={dayPlan} />}
          {rights.money && <Costs />}
          <SnagList stage="crew" />
          {rights.access && <Access />}
          <MyAccess />
        </>
      }
    >
      <Title
        note={counted(people.length, 'person', 'people')}
        actions={
          rights.plan && (
            <Button kind="main" onClick={add}>
              Add a person
            </Button>
          )
        }
      >
        Crew
      </Title>
      <Answer>
        {first
          ? `First in: ${production.person[first.personId]?.name.split(' ')[0]} at ${dayPlan.clock.text(first.callMin)}`
          : 'Nobody is called yet.'}
      </Answer>
      {dayPlan && (
        <Text color="soft" mb="12px">
          Longest: {hours(Math.max(0, ...dayPlan.calls.map((c) => c.releaseMin - c.callMin)))} from call to release.
          Rest and the drive home count too.
        </Text>
      )}
      <Sheet kind="person" name="People" rows={people} columns={columns} selectedId={chosen} onSelect={choose} />
      <Directory people={people} />
    </Page>
  )
}

/** People out of an address book or another production's list, and this one's for the next. */
function Directory({ people }: { people: readonly RecordOf<'person'>[] }) {
  const rights = useRights()
  const [unread, setUnread] = useState<readonly string[]>([])
  const bring = async (file: File) => {
    const read = readCrewFile(await file.text())
    if (!read.ok) return say(`${file.name} is not read. ${read.error}`, 'stop')
    setUnread(read.value.unread)
    const { changes, added, filledIn, asTheyWere } = mergePeople(
      useProductionStore.getState().records,
      read.value.entries,
      newId,
    )
    if (changes.length > 0 && !commitOrSay(`Bring people from ${file.name}`, changes)) return
    say(`${added} added, ${filledIn} filled in, ${asTheyWere} as they were.`, 'info', changes.length > 0)
  }
  return (
    <Box mt="14px">
      <Flex gap="8px" wrap="wrap" align="center">
        {rights.plan && (
          <ChooseFile label="People from a file" accept=".vcf,.csv,.txt" onFile={(file) => void bring(file)}>
            People from a file
          </ChooseFile>
        )}
        <Button kind="quiet" onClick={() => download(crewTable(people), 'crew.csv', 'text/csv;charset=utf-8')}>
          As a table
        </Button>
        <Button kind="quiet" onClick={() => download(crewCards(people), 'crew.vcf', 'text/vcard;charset=utf-8')}>
          As address cards
        </Button>
      </Flex>
      {rights.plan && <FromOthers />}
      <Hint>Address cards (.vcf), a table (.csv) or a list; what is known already is not overwritten.</Hint>
      {unread.map((line) => (
        <Text key={line} color="watch" fontSize="small">
          {line}
        </Text>
      ))}
    </Box>
  )
}

/** Whoever is there for part of a day: the order waits for them, and says so when they have gone. */
function PartOfDays({ person, days }: { person: RecordOf<'person'>; days: readonly RecordOf<'day'>[] }) {
  const { attendance } = useParts('attendance')
  const down = days.flatMap((day) => {
    const there = Object.values(attendance).find((a) => a.personId === person.id && a.dayId === day.id)
    return there ? [{ day, there }] : []
  })
  if (down.length === 0) return null
  return (
    <Section title={`${person.name} is there`}>
      {down.map(({ day, there }) => (
        <Grid key={day.id} templateColumns="1fr 92px 92px" gap="8px" alignItems="center" py="3px">
          <Text truncate>{day.title}</Text>
          <RecordField kind="attendance" id={there.id} field="fromMin" label="from" />
          <RecordField kind="attendance" id={there.id} field="untilMin" label="until" />
        </Grid>
      ))}
      <Hint>Left empty is all day.</Hint>
    </Section>
  )
}

function AttendanceBox({ who, day }: { who: RecordOf<'person'>; day: RecordOf<'day'> }) {
  const { attendance } = useParts('attendance')
  const rights = useRights()
  const there = Object.values(attendance).find((a) => a.personId === who.id && a.dayId === day.id)
  const toggle = () => {
    commitOrSay(`${who.name} on ${day.title}`, [
      there
        ? removeRecord('attendance', there.id)
        : createRecord('attendance', { personId: who.id, dayId: day.id }, newId()),
    ])
  }
  return (
    <Tick label={`${who.name} on ${day.title}`} disabled={!rights.plan} checked={there !== undefined} onTick={toggle} />
  )
}
