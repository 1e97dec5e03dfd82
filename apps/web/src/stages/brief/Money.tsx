import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { newRank } from '../../store/newRank.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useRights, useParts } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord } from '../../ui/addRecord.ts'
import { Answer, Bar, Button, Reading, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { budgetOf, lineMinor, moneyText, oneMore } from '@kavrell/core/money'
import { type RecordOf, inOrder, lastRank } from '@kavrell/core/records'

const BASES: Readonly<Record<RecordOf<'moneyLine'>['basis'], string>> = {
  fee: 'People',
  rent: 'Rented',
  own: 'Owned',
  travel: 'Travel, food',
  place: 'Places',
  usage: 'Rights to use',
  other: 'Other',
}

const useBudget = () => {
  const { production, moneyLine } = useParts('production', 'moneyLine')
  const lines = inOrder(moneyLine)
  return { production, lines, budget: budgetOf(lines, production) }
}

/** What is left of the budget, and where it goes. */
export function MoneySummary() {
  const { production, lines, budget } = useBudget()
  const text = (minor: number) => moneyText(minor, production.currency)
  if (lines.length === 0) return null
  return (
    <Section title="Money">
      <Answer size="24px" tone={budget.leftMinor < 0 ? 'stop' : 'ink'}>
        {budget.leftMinor < 0 ? `${text(-budget.leftMinor)} over` : `${text(budget.leftMinor)} left`}
      </Answer>
      <Text color="soft" mb="8px">
        of {text(production.budgetMinor)}, with {production.contingencyPct} % kept back
      </Text>
      {budget.byBasis.map(({ basis, share }) => (
        <Flex key={basis} align="center" gap="10px" py="3px">
          <Text w="104px">{BASES[basis]}</Text>
          <Bar share={share} tone="soft" label={`${BASES[basis]} ${Math.round(share * 100)} %`} />
          <Text fontFamily="mono" fontSize="small" w="44px" textAlign="right">
            {Math.round(share * 100)} %
          </Text>
        </Flex>
      ))}
    </Section>
  )
}

/** Lines of money against the budget and the quote, and what one more of anything costs. */
export function Money() {
  const { production, lines, budget } = useBudget()
  const rights = useRights()
  const text = (minor: number) => moneyText(minor, production.currency)
  return (
    <>
      <Answer tone={budget.leftMinor < 0 ? 'stop' : 'ink'}>
        {lines.length === 0
          ? 'No lines yet. Write what is paid for, by the day or as a whole.'
          : budget.leftMinor < 0
            ? `${text(-budget.leftMinor)} over the budget`
            : `${text(budget.leftMinor)} left of ${text(production.budgetMinor)}`}
      </Answer>
      <Grid templateColumns="repeat(4, 1fr)" gap="10px" mt="12px">
        {['budgetMinor', 'quoteMinor', 'contingencyPct', 'currency'].map((f) => (
          <RecordField key={f} kind="production" id={production.id} field={f} />
        ))}
      </Grid>
      <Section
        title="Lines"
        actions={
          <Flex gap="12px" align="baseline">
            {rights.plan && (
              <Box asChild color="action" fontWeight={600} fontSize="small">
                <a href={addressOf(ENDPOINTS.moneyCsv, { productionId: production.id })} download>
                  CSV
                </a>
              </Box>
            )}
            {rights.plan && (
              <Button onClick={() => addRecord('moneyLine', 'Add a line', { rank: newRank(lastRank(lines)) })}>
                Add line
              </Button>
            )}
          </Flex>
        }
      >
        <Sheet
          kind="moneyLine"
          name="Money"
          rows={lines}
          columns={[
            { field: 'title', head: 'what', width: 190 },
            {
              field: 'rank',
              head: 'comes to',
              width: 96,
              align: 'right',
              mono: true,
              fixed: true,
              show: (l) => text(lineMinor(l)),
              text: (l) => text(lineMinor(l)),
            },
            { field: 'basis', head: 'basis', width: 60 },
            { field: 'quantity', head: 'how many', width: 62, align: 'right', mono: true },
            { field: 'days', head: 'days', width: 44, align: 'right', mono: true },
            { field: 'unit', head: 'per', width: 112 },
            { field: 'rateMinor', head: 'rate', width: 76, align: 'right', mono: true },
            { field: 'years', head: 'years', width: 44, align: 'right', mono: true },
            { field: 'media', head: 'media', width: 44, align: 'right', mono: true },
            { field: 'growsWith', head: 'grows with', width: 90 },
            { field: 'actualMinor', head: 'actual', width: 76, align: 'right', mono: true },
            { field: 'note', head: 'note', width: 160 },
          ]}
        />
      </Section>
      <Grid templateColumns="1fr 1fr" gap="28px" mt="10px" maxW="720px">
        <Box>
          <Reading name="All lines" value={text(budget.totalMinor)} />
          <Reading name={`Kept back, ${production.contingencyPct} %`} value={text(budget.contingencyMinor)} />
          <Reading
            name="Against the budget"
            value={text(budget.leftMinor)}
            tone={budget.leftMinor < 0 ? 'stop' : undefined}
          />
          {production.quoteMinor > 0 && (
            <Reading
              name="Against the quote"
              value={text(budget.marginMinor)}
              tone={budget.marginMinor < 0 ? 'stop' : undefined}
            />
          )}
          {budget.actualMinor > 0 && (
            <Reading
              name="Paid so far, planned for it"
              value={`${text(budget.actualMinor)}, ${text(budget.plannedOfActualMinor)}`}
              tone={budget.actualMinor > budget.plannedOfActualMinor ? 'watch' : undefined}
            />
          )}
        </Box>
        <Box>
          {(['person', 'camera', 'day'] as const).map((what) => {
            const more = oneMore(lines, what)
            return (
              <Reading
                key={what}
                name={`One more ${what}`}
                value={
                  more.lines.length > 0
                    ? `${text(more.minor)}: ${more.lines
                        .slice(0, 2)
                        .map((i) => lines[i]!.title)
                        .join(', ')}${more.lines.length > 2 ? ` and ${more.lines.length - 2} more` : ''}`
                    : 'no line grows with it'
                }
              />
            )
          })}
        </Box>
      </Grid>
      <SnagList stage="brief" about={(s) => s.check === 'brief.over-budget'} />
    </>
  )
}
