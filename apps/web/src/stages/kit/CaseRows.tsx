import { Box, Grid, Text } from '@chakra-ui/react'
import { liftedBy, type PackedCase } from '@kavrell/core/packing'
import { clock } from '@kavrell/core/text'
import { useRecords } from '../../store/selectors.ts'
import { SetupLetter } from '../../ui/parts.tsx'

const COLUMNS = { base: '22px 1fr auto', md: '22px minmax(90px, 0.8fr) minmax(120px, 2fr) 78px 104px 96px' }

interface CaseRowsProps {
  readonly cases: readonly PackedCase[]
  readonly chosenId: string | null
  readonly onChoose: (id: string) => void
  /** They lie in a vehicle, in this order. */
  readonly isNumbered?: boolean
}

/** Cases, with how many of their things were seen, how heavy they are, and when the first thing in them is wanted. */
export function CaseRows({ cases, chosenId, onChoose, isNumbered }: CaseRowsProps) {
  const setups = useRecords('setup')
  if (cases.length === 0) return <Text color="soft">No case goes in it yet.</Text>
  return (
    <Box>
      <Grid
        templateColumns={COLUMNS.md}
        gap="0 10px"
        color="faint"
        fontSize="note"
        borderBottom="1px solid"
        borderColor="line"
        pb="3px"
        display={{ base: 'none', md: 'grid' }}
      >
        {['', 'case', 'holds', 'seen', 'kg', 'first wanted'].map((head, i) => (
          <Text key={i} textAlign={i > 2 ? 'right' : undefined}>
            {head}
          </Text>
        ))}
      </Grid>
      {cases.map(({ record, things, there, of, kg, unweighed, wanted, seen }, i) => {
        const setup = wanted?.setupId ? setups[wanted.setupId] : undefined
        const lacks = things.some((thing) => thing.seen === 'not here')
        return (
          <Grid
            as="button"
            key={record.id}
            templateColumns={COLUMNS}
            gap="0 10px"
            w="100%"
            textAlign="left"
            alignItems="center"
            py="7px"
            minH="40px"
            cursor="pointer"
            borderBottom="1px solid"
            borderColor="line"
            bg={record.id === chosenId ? 'well' : undefined}
            aria-pressed={record.id === chosenId}
            onClick={() => onChoose(record.id)}
            data-case={record.label}
          >
            <Text fontFamily="mono" color="faint">
              {isNumbered ? i + 1 : ''}
            </Text>
            <Text fontWeight={700} truncate>
              {record.label}
            </Text>
            <Text color="soft" truncate gridColumn={{ base: '2', md: 'auto' }} gridRow={{ base: '2', md: 'auto' }}>
              {record.name || things.map(({ name }) => name).join(', ') || 'empty'}
            </Text>
            <Text
              textAlign="right"
              fontWeight={600}
              color={lacks ? 'watch' : of > 0 && there === of ? 'safe' : 'ink'}
              gridColumn={{ base: '3', md: 'auto' }}
              gridRow={{ base: '1', md: 'auto' }}
            >
              {there} of {of}
              {seen === 'in' ? ', in' : ''}
            </Text>
            <Text fontFamily="mono" fontSize="small" textAlign="right" display={{ base: 'none', md: 'block' }}>
              {unweighed > 0 && kg > 0 ? '≥ ' : ''}
              {unweighed > 0 && kg === 0 ? '–' : Math.round(kg * 10) / 10}
              {liftedBy(kg) > 1 ? `, ${liftedBy(kg)} lift` : ''}
            </Text>
            <Text
              fontFamily="mono"
              fontSize="small"
              textAlign="right"
              gridColumn={{ base: '3', md: 'auto' }}
              gridRow={{ base: '2', md: 'auto' }}
            >
              {record.staysIn ? 'stays in' : wanted ? clock(wanted.atMin) : 'at hand'}{' '}
              {setup && <SetupLetter letter={setup.letter} colour={setup.colour} size={16} />}
            </Text>
          </Grid>
        )
      })}
    </Box>
  )
}
