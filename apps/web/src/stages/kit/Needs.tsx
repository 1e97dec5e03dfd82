import { newId } from '../../store/newId.ts'
import { Box, Text } from '@chakra-ui/react'
import { commitOrSay, say } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Hint, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import type { SheetColumn } from '../../ui/sheet/column.ts'
import { fail, ok } from '@kavrell/core/outcome'
import { counted } from '@kavrell/core/text'
import { readKitTable } from './kitTable.ts'
import { type KitLine, kitDifference, needName } from '@kavrell/core/kit'
import { createRecord, type RecordOf } from '@kavrell/core/records'

/** What is missing? Needs of shots and setups against what is owned or rented. */
export function Needs() {
  const production = useProduction()
  const rights = useRights()
  const lines = kitDifference(production)
  const missing = lines.filter((line) => line.missing > 0)
  const items = Object.values(production.kitItem).sort((a, b) => (a.id < b.id ? -1 : 1))
  const listAll = () => {
    const unknown = lines.filter((line) => !items.some((item) => item.answersTo === line.key))
    commitOrSay(
      'List what the plan needs',
      unknown.map((line) => createRecord('kitItem', { name: line.name, answersTo: line.key }, newId())),
    )
  }
  const answers = answersTo(lines, (key) => lines.find((line) => line.key === key)?.name ?? needName(production, key))
  const paste = (text: string) => {
    const { changes, refused } = readKitTable(text, items)
    const done = changes.length > 0 && commitOrSay(`${counted(changes.length, 'thing')} pasted`, changes)
    const left = refused.length > 0 ? ` ${counted(refused.length, 'line')} not taken. ${refused.slice(0, 3).join(' ')}` : '' // prettier-ignore
    if (done || refused.length > 0) say(`${done ? counted(changes.length, 'thing') : 'Nothing'} brought in.${left}`, refused.length > 0 ? 'stop' : 'info', done) // prettier-ignore
  }
  return (
    <Page
      aside={
        <>
          <Text fontWeight={700} mb="4px">
            Needed at once
          </Text>
          <Hint>Things are carried from shot to shot; this counts the most that is used at one moment.</Hint>
          <Box mt="8px">
            {lines.map((line) => (
              <Box
                key={line.key}
                display="grid"
                gridTemplateColumns="1fr 28px 78px"
                gap="8px"
                py="4px"
                borderBottom="1px solid"
                borderColor="line"
                title={line.because.join(', ')}
              >
                <Text truncate>{line.name}</Text>
                <Text fontFamily="mono" textAlign="right">
                  {line.count}
                </Text>
                <Text
                  textAlign="right"
                  color={line.missing > 0 ? 'watch' : 'faint'}
                  fontWeight={line.missing > 0 ? 700 : 400}
                >
                  {line.missing > 0 ? `${line.missing} missing` : 'have it'}
                </Text>
              </Box>
            ))}
          </Box>
        </>
      }
      asideWidth={380}
    >
      <Answer tone={missing.length > 0 ? 'watch' : 'ink'}>
        {lines.length === 0
          ? 'Shots and setups say what is needed.'
          : missing.length === 0
            ? 'Nothing is missing.'
            : `${missing.length} ${missing.length === 1 ? 'thing' : 'things'} to rent, borrow or change`}
      </Answer>
      {missing.length > 0 && (
        <Box mt="8px" mb="4px">
          {missing.map((line) => (
            <Text key={line.key}>
              {line.missing} × {line.name}, for {line.because.join(', ')}
            </Text>
          ))}
        </Box>
      )}
      <Section
        title="Owned and rented"
        actions={rights.plan && <Button onClick={listAll}>List all that is needed</Button>}
      >
        <Sheet
          kind="kitItem"
          name="Items"
          rows={items}
          onAdd={() => addRecord('kitItem', 'Add an item')}
          onPaste={paste}
          columns={[
            { field: 'name', head: 'thing', width: 170, grow: true },
            answers,
            { field: 'owned', head: 'owned', width: 52, align: 'right', mono: true },
            { field: 'rented', head: 'rented', width: 54, align: 'right', mono: true },
            { field: 'case', head: 'case', width: 80 },
            { field: 'kg', head: 'kg', width: 48, align: 'right', mono: true },
            { field: 'wh', head: 'Wh', width: 44, align: 'right', mono: true },
            { field: 'ndStops', head: 'ND', width: 40, align: 'right', mono: true },
          ]}
        />
      </Section>
    </Page>
  )
}

/** Which need of the plan a thing answers, by the need's own name; the key behind it is nobody's business. */
const answersTo = (lines: readonly KitLine[], nameOf: (key: string) => string): SheetColumn<RecordOf<'kitItem'>> => {
  return {
    field: 'answersTo',
    head: 'is there for',
    width: 160,
    show: (item) => <span className="text">{nameOf(item.answersTo)}</span>,
    text: (item) => nameOf(item.answersTo),
    read: (typed) => {
      const wanted = typed.trim().toLowerCase()
      if (wanted === '') return ok({ answersTo: '' })
      const line =
        lines.find((l) => l.key === typed.trim() || l.name.toLowerCase() === wanted) ??
        lines.find((l) => l.name.toLowerCase().includes(wanted))
      return line
        ? ok({ answersTo: line.key })
        : fail(`Nothing that the plan needs is called “${typed.trim()}”. What is needed stands beside.`)
    },
  }
}
