import { Box, Grid, Text } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { firstDay, readPeople } from '@kavrell/core/beginnings'
import { asId, createRecord } from '@kavrell/core/records'
import { clock, counted, parseClock } from '@kavrell/core/text'
import { chooseDay } from '../store/desk.ts'
import { dateHere, timeZoneHere } from '../store/here.ts'
import { newId } from '../store/newId.ts'
import { commitOrSay, useProductionStore } from '../store/production.ts'
import { useParts, useRights } from '../store/selectors.ts'
import { DateField } from './DateField.tsx'
import { Area, Input, Select } from './fields.tsx'
import { Button, Hint, Title } from './parts.tsx'

const NEW_PLACE = ''

/**
 * A day begun where one stands: when, where as far as known, and who. What is left open is asked for once something
 * needs it.
 */
export function BeginDay({ title, says, inDays = 1 }: { title: string; says: string; inDays?: number }) {
  const { place, person } = useParts('place', 'person')
  const rights = useRights()
  const places = Object.values(place).sort((a, b) => (a.id < b.id ? -1 : 1))
  const [date, setDate] = useState(() => dateHere(inDays))
  const [call, setCall] = useState('08:00')
  const [placeId, setPlaceId] = useState<string>(places[0]?.id ?? NEW_PLACE)
  const [name, setName] = useState('')
  const [address, setAddress] = useState('')
  const [people, setPeople] = useState('')
  const callMin = parseClock(call)
  const read = readPeople(people)
  const fault = callMin === null ? `${call} is no time: write it as 08:00.` : read.ok ? null : read.error
  if (!rights.plan) return <Text color="soft">{says} Nobody has begun a day yet.</Text>
  const begin = (e: FormEvent) => {
    e.preventDefault()
    if (callMin === null || !read.ok) return
    const { dayId, changes } = firstDay(
      useProductionStore.getState().records,
      {
        date,
        callMin,
        place: placeId === NEW_PLACE ? { name, address } : { id: asId(placeId) },
        timeZone: timeZoneHere(),
        people: read.value,
      },
      newId,
    )
    if (commitOrSay('Begin a day', changes)) chooseDay(dayId)
  }
  const listed = Object.keys(person).length
  return (
    <Box asChild maxW="640px">
      <form onSubmit={begin} aria-label={title}>
        <Title>{title}</Title>
        <Hint>{says}</Hint>
        <Grid templateColumns={{ base: '1fr 1fr', md: '200px 110px 1fr' }} gap="12px" mt="14px">
          <Box>
            <label htmlFor="begin-date">Date</label>
            <DateField label="Date" value={date} onDate={setDate} />
          </Box>
          <Box>
            <label htmlFor="begin-call">Unit call</label>
            <Input
              id="begin-call"
              value={call}
              onChange={(e) => setCall(e.target.value)}
              onBlur={() => callMin !== null && setCall(clock(callMin))}
            />
          </Box>
          {places.length > 0 && (
            <Box gridColumn={{ base: 'span 2', md: 'auto' }}>
              <label htmlFor="begin-at">Where</label>
              <Select id="begin-at" value={placeId} onChange={(e) => setPlaceId(e.target.value)}>
                {places.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
                <option value={NEW_PLACE}>another place</option>
              </Select>
            </Box>
          )}
        </Grid>
        {placeId === NEW_PLACE && (
          <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="12px" mt="12px">
            <Box>
              <label htmlFor="begin-place">Place, if it is known</label>
              <Input id="begin-place" value={name} onChange={(e) => setName(e.target.value)} />
            </Box>
            <Box>
              <label htmlFor="begin-address">Address</label>
              <Input id="begin-address" value={address} onChange={(e) => setAddress(e.target.value)} />
            </Box>
          </Grid>
        )}
        <Box mt="12px">
          <label htmlFor="begin-people">Who is there: one a line, as name, what they do, phone, mail</label>
          <Area id="begin-people" rows={4} value={people} onChange={(e) => setPeople(e.target.value)} />
          <Text color="soft" fontSize="note" mt="3px">
            {[
              listed > 0 &&
                `${counted(listed, 'person', 'people')} of the crew list ${listed === 1 ? 'is' : 'are'} down for it too.`,
              read.ok && read.value.length > 0 && `${counted(read.value.length, 'person', 'people')} read.`,
            ]
              .filter(Boolean)
              .join(' ') || 'They can be listed later, in Crew.'}
          </Text>
        </Box>
        {fault && (
          <Text role="alert" color="stop" fontSize="small" mt="6px">
            {fault}
          </Text>
        )}
        <Box mt="14px">
          <Button kind="main" type="submit" disabled={fault !== null}>
            Begin the day
          </Button>
        </Box>
      </form>
    </Box>
  )
}

/** People as they stand in a message, all down for the days there are. */
export function AddPeople({ says }: { says: string }) {
  const { day } = useParts('day')
  const rights = useRights()
  const [people, setPeople] = useState('')
  const read = readPeople(people)
  if (!rights.plan) return <Text color="soft">{says}</Text>
  const add = (e: FormEvent) => {
    e.preventDefault()
    if (!read.ok || read.value.length === 0) return
    const changes = read.value.flatMap((given) => {
      const personId = newId<'person'>()
      return [
        createRecord('person', given, personId),
        ...Object.values(day).map(({ id }) => createRecord('attendance', { personId, dayId: id }, newId())),
      ]
    })
    if (commitOrSay(`Add ${counted(read.value.length, 'person', 'people')}, down for all days`, changes)) setPeople('')
  }
  return (
    <Box asChild maxW="640px">
      <form onSubmit={add}>
        <Hint>{says}</Hint>
        <Box mt="10px">
          <label htmlFor="add-people">One a line: name, what they do, phone, mail</label>
          <Area id="add-people" rows={4} value={people} onChange={(e) => setPeople(e.target.value)} />
        </Box>
        {!read.ok && (
          <Text role="alert" color="stop" fontSize="small" mt="6px">
            {read.error}
          </Text>
        )}
        <Box mt="10px">
          <Button kind="main" type="submit" disabled={!read.ok || read.value.length === 0}>
            {read.ok && read.value.length > 0 ? `Add ${counted(read.value.length, 'person', 'people')}` : 'Add them'}
          </Button>
        </Box>
      </form>
    </Box>
  )
}
