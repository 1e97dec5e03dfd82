import { Box, Flex, Text } from '@chakra-ui/react'
import { faultsOf } from '@kavrell/core/faults'
import { carrying, goesBack, HANDS_KG, rentOrOwn } from '@kavrell/core/kit'
import { moneyText } from '@kavrell/core/money'
import { createRecord, rankOfNumber, type RecordOf, updateRecord } from '@kavrell/core/records'
import { counted, dateText } from '@kavrell/core/text'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Hint, Section } from '../../ui/parts.tsx'
import type { SheetColumn } from '../../ui/sheet/column.ts'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { ThingsOfOthers } from './ThingsOfOthers.tsx'

const oneDecimal = (kg: number) => `${Math.round(kg * 10) / 10} kg`

/** What is whose, what is it worth, and when does it go back? */
export function Inventory() {
  const production = useProduction()
  const rights = useRights()
  const [chosenId, setChosenId] = useChosen()
  const { currency, dateOrder } = production.production
  const money = (minor: number) => moneyText(minor, currency)
  const items = Object.values(production.kitItem).sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
  const back = goesBack(production)
  const chosen = items.find(({ id }) => id === chosenId)
  const first = back.flatMap(({ firstBackOn }) => firstBackOn ?? []).sort()[0]
  const faulty = (of: readonly RecordOf<'kitItem'>[]) => of.flatMap((item) => faultsOf(production, item).map((fault) => ({ fault, item }))) // prettier-ignore
  const owing = back.reduce((sum, { items }) => sum + items.length, 0)
  const columns: SheetColumn<RecordOf<'kitItem'>>[] = [
    { field: 'name', head: 'thing', width: 150, grow: true },
    { field: 'serial', head: 'serial', width: 80, mono: true },
    { field: 'state', head: 'state', width: 64 },
    { field: 'from', head: 'from', width: 90 },
    { field: 'outOn', head: 'out on', width: 82, mono: true },
    { field: 'backOn', head: 'back by', width: 82, mono: true },
    { field: 'returnedOn', head: 'went back', width: 82, mono: true },
    ...(rights.money
      ? ([
          { field: 'dayRateMinor', head: 'a day', width: 60, align: 'right', mono: true },
          { field: 'valueMinor', head: 'worth', width: 66, align: 'right', mono: true },
        ] as const)
      : []),
    { field: 'borrowed', head: 'borrowed', width: 64, align: 'right', mono: true },
    { field: 'insurance', head: 'insured', width: 90 },
    { field: 'carriesKg', head: 'takes, kg', width: 64, align: 'right', mono: true },
    { field: 'ridesCamera', head: 'on camera', width: 74 },
    { field: 'ridesWith', head: 'for', width: 74 },
  ]
  return (
    <Page
      asideWidth={360}
      aside={
        <>
          {chosen && rights.money && <RentOrOwnOf item={chosen} money={money} />}
          <Carrying />
        </>
      }
    >
      <Answer tone={first === undefined ? 'ink' : 'watch'}>
        {owing === 0
          ? 'Nothing has to go back to anybody.'
          : first === undefined
            ? `${counted(owing, 'thing goes', 'things go')} back, and nobody has said when`
            : `The first thing goes back by ${dateText(first, dateOrder)}`}
      </Answer>
      {back.map((one) => (
        <Flex
          key={one.from}
          gap="10px"
          py="5px"
          borderBottom="1px solid"
          borderColor="line"
          align="baseline"
          wrap="wrap"
        >
          <Text fontWeight={700}>{one.from || 'From nobody that is named'}</Text>
          <Text color="soft" flex="1 1 240px">
            {one.items.map(({ name, rented, borrowed }) => `${rented + borrowed} × ${name}`).join(', ')}
          </Text>
          {faulty(one.items).map(({ fault, item }) => (
            <Text key={fault.id} flexBasis="100%" color="watch" fontWeight={600} order={9}>
              Say so when it goes back: {item.name}, {fault.name}
              {fault.conclusion ? `. ${fault.conclusion}` : ', and nobody has found out why.'}
            </Text>
          ))}
          {rights.money && (one.rentMinor > 0 || one.unpriced > 0) && (
            <Text fontFamily="mono">
              {one.rentMinor === 0 ? 'no price said' : `${one.unpriced > 0 ? 'at least ' : ''}${money(one.rentMinor)}`}
            </Text>
          )}
          {rights.plan && rights.money && one.rentMinor > 0 && (
            <Button
              kind="quiet"
              onClick={() => intoMoney(one.from, one.rentMinor, Object.values(production.moneyLine))}
            >
              Into the money
            </Button>
          )}
        </Flex>
      ))}
      <Section title="All things" actions={rights.plan && <ThingsOfOthers />}>
        <Sheet
          kind="kitItem"
          name="Inventory"
          rows={items}
          columns={columns}
          selectedId={chosen?.id ?? null}
          onSelect={setChosenId}
          onAdd={() => addRecord('kitItem', 'Add an item', { owned: 1 })}
        />
      </Section>
    </Page>
  )
}

/** What renting from somebody comes to, as one line of the money; the line of before is brought up to date. */
function intoMoney(from: string, rateMinor: number, lines: readonly RecordOf<'moneyLine'>[]): void {
  const title = `Rental, ${from || 'from nobody that is named'}`
  const known = lines.find((line) => line.title === title)
  const fields = { basis: 'rent', quantity: 1, days: 1, unit: 'job', rateMinor } as const
  commitOrSay(`${title} into the money`, [
    known
      ? updateRecord('moneyLine', known.id, fields)
      : createRecord('moneyLine', { title, ...fields, rank: rankOfNumber(lines.length + 1) }, newId()),
  ])
}

function RentOrOwnOf({ item, money }: { item: RecordOf<'kitItem'>; money: (minor: number) => string }) {
  const beside = rentOrOwn(item)
  return (
    <Box mb="18px">
      <Text fontWeight={700}>Rent {item.name}, or own it?</Text>
      {beside ? (
        <>
          <Flex gap="24px" mt="4px">
            <Box>
              <Text color="soft">rent, {counted(beside.days, 'day')}</Text>
              <Text fontSize="lead" fontWeight={700}>
                {money(beside.rentMinor)}
              </Text>
            </Box>
            <Box>
              <Text color="soft">buy</Text>
              <Text fontSize="lead" fontWeight={700}>
                {money(beside.buyMinor)}
              </Text>
            </Box>
          </Flex>
          <Text mt="4px">From {counted(beside.evenAfterDays, 'rented day')} on buying costs no more.</Text>
          <Hint>
            Upkeep, storing, insurance and carrying are not in it. A rental replaces what fails; one’s own does not.
          </Hint>
        </>
      ) : (
        <Hint>Say what a day costs, what it is worth, and when it goes out and back.</Hint>
      )}
    </Box>
  )
}

const SAYS = { holds: 'holds', 'too heavy': 'too heavy', 'long in hands': 'long in hands', 'not known': 'not known' }

/** Each camera as it is built for its shot, against what carries it. */
function Carrying() {
  const production = useProduction()
  const all = carrying(production)
  const bad = all.filter(({ answer }) => answer === 'too heavy' || answer === 'long in hands')
  const unknown = all.filter(({ answer }) => answer === 'not known')
  const shown = [...bad, ...all.filter(({ answer }) => answer === 'holds')].slice(0, 12)
  return (
    <Box>
      <Text fontWeight={700} mb="4px">
        What carries what
      </Text>
      {all.length === 0 && <Hint>Shots with a camera are weighed here.</Hint>}
      {shown.map(({ shot, kg, on, takesKg, answer, unweighed, lighter }) => (
        <Box key={shot.id} py="4px" borderBottom="1px solid" borderColor="line">
          <Flex gap="8px">
            <Text fontWeight={700} w="52px">
              {shot.code}
            </Text>
            <Text flex="1">
              {unweighed > 0 ? 'at least ' : ''}
              {oneDecimal(kg)}{' '}
              {on === '' ? 'in hands' : `on ${on}${takesKg === null ? '' : `, which takes ${oneDecimal(takesKg)}`}`}
            </Text>
            <Text
              fontWeight={600}
              color={
                answer === 'holds'
                  ? on === ''
                    ? 'soft'
                    : 'safe'
                  : answer === 'too heavy' && on !== ''
                    ? 'stop'
                    : 'watch'
              }
            >
              {answer === 'holds' && on === '' ? `under ${HANDS_KG} kg` : SAYS[answer]}
            </Text>
          </Flex>
          {lighter.length > 0 && (
            <Text color="soft" fontSize="small" pl="60px">
              Lighter: with {lighter[0]!.lens.name}, {oneDecimal(lighter[0]!.kg)}
            </Text>
          )}
        </Box>
      ))}
      {unknown.length > 0 && (
        <Hint>
          Of {counted(unknown.length, 'shot')} it is not known: weigh the camera, its lens and what sits on it, and say
          what the thing it stands on takes.
        </Hint>
      )}
    </Box>
  )
}
