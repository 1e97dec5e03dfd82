import { Box, Flex, Text } from '@chakra-ui/react'
import Papa from 'papaparse'
import { useState } from 'react'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useDateOrder, useParts, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Area, ChooseFile } from '../../ui/fields.tsx'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { readTideTable } from '@kavrell/core/place'
import { createRecord, type RecordOf, removeRecord } from '@kavrell/core/records'
import { counted, dateText } from '@kavrell/core/text'

/** High and low waters at a place: typed, pasted or from a table, for the days of the job. Shots can be tied to them. */
export function Tides({ place }: { place: RecordOf<'place'> }) {
  const { tide, day } = useParts('tide', 'day')
  const rights = useRights()
  const order = useDateOrder()
  const [pasted, setPasted] = useState<string | null>(null)
  const [unread, setUnread] = useState<readonly string[]>([])
  const rows = Object.values(tide)
    .filter((one) => one.placeId === place.id)
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.atMin - b.atMin))
  const dates = Object.values(day).map((one) => one.date).sort() // prettier-ignore
  const bring = (text: string, from: string) => {
    const cells = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimitersToGuess: ['\t', ';', ','] }).data
    const read = readTideTable(cells, dates[0] ?? new Date().toISOString().slice(0, 10), order)
    if (!read.ok) return say(`${from} is not read. ${read.error}`, 'stop')
    setUnread(read.value.unread)
    // A table says all of a date: what stood there for it goes.
    const given = new Set(read.value.tides.map((one) => one.date))
    const changes = [
      ...rows.filter((one) => given.has(one.date)).map((one) => removeRecord('tide', one.id)),
      ...read.value.tides.map((one) => createRecord('tide', { ...one, placeId: place.id }, newId())),
    ]
    if (read.value.tides.length === 0 || !commitOrSay(`Tides at ${place.name}, from ${from}`, changes)) return
    setPasted(null)
    say(`${counted(read.value.tides.length, 'water')} of ${counted(given.size, 'day')}.`, 'info', true)
  }
  return (
    <Section title="Tides">
      <Sheet
        kind="tide"
        name="Tides"
        rows={rows}
        onAdd={() => addRecord('tide', 'Add a water', { placeId: place.id, date: dates[0] ?? '2026-05-14' })}
        columns={[
          { field: 'date', head: 'date', width: 150, show: (one) => dateText(one.date, order) },
          { field: 'atMin', head: 'at', width: 70, mono: true },
          { field: 'type', head: 'water', width: 70 },
          { field: 'heightM', head: 'height', width: 80, align: 'right', mono: true },
        ]}
      />
      {rights.plan && (
        <Flex gap="8px" mt="8px" wrap="wrap">
          <ChooseFile label="Tide table from a file" accept=".csv,.txt,.tsv" onFile={(file) => void file.text().then((text) => bring(text, file.name))}>
            Table from a file
          </ChooseFile>
          <Button kind="quiet" onClick={() => setPasted(pasted === null ? '' : null)}>
            Paste a table
          </Button>
        </Flex>
      )}
      {pasted !== null && (
        <Box mt="8px">
          <Area aria-label="Tide table" minH="90px" value={pasted} onChange={(e) => setPasted(e.target.value)} placeholder={'14/05/2026, 06:12, high, 5.4\n14/05/2026, 12:20, low, 0.9'} />
          <Flex gap="8px" mt="6px">
            <Button kind="main" disabled={pasted.trim() === ''} onClick={() => bring(pasted, 'the pasted table')}>
              Take these
            </Button>
          </Flex>
        </Box>
      )}
      {unread.map((line) => (
        <Text key={line} color="watch" fontSize="small">
          {line}
        </Text>
      ))}
      <Hint>In the place’s own time. Tables are predictions: wind and pressure move the water, and whoever goes near it asks locally.</Hint>
    </Section>
  )
} // prettier-ignore
