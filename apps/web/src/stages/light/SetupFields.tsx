import { Tick } from '../../ui/fields.tsx'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { takeOut } from '../../ui/addRecord.ts'
import { Button, Section } from '../../ui/parts.tsx'
import { updateRecord, CAUTIONS, type RecordOf } from '@kavrell/core/records'
import { stepsFromPlan } from '@kavrell/core/setup'

const FIELDS = [
  'letter',
  'name',
  'spotId',
  'parentId',
  'hands',
  'buildMin',
  'staysUp',
  'ratioOf',
  'ratioLeast',
  'ratioMost',
  'daylight',
  'ambientLux',
  'ambientK',
  'gustMs',
  'gustFromDeg',
  'coloursMeet',
] as const

/** What is set on a setup as a whole, and what there is to take care of. */
export function SetupFields({ setup }: { setup: RecordOf<'setup'> }) {
  const rights = useRights()
  return (
    <Section title="Setup">
      <Grid templateColumns="repeat(4, 1fr)" gap="8px">
        {FIELDS.map((f) => (
          <RecordField key={f} kind="setup" id={setup.id} field={f} />
        ))}
      </Grid>
      {rights.plan && <Moods setup={setup} />}
      <Cautions setup={setup} />
      <Steps setup={setup} />
      {rights.plan && (
        <Box mt="10px">
          <Button kind="stop" onClick={() => takeOut('setup', setup.id, `setup ${setup.letter}`)}>
            Remove setup {setup.letter}
          </Button>
        </Box>
      )}
    </Section>
  )
}

/** Ratios to begin with, by their mood; the figures above are what counts, and are changed there. */
const MOODS = [
  ['bright', 1, 2],
  ['natural', 2, 4],
  ['dramatic', 4, 8],
  ['moody', 8, 32],
] as const

const Moods = ({ setup }: { setup: RecordOf<'setup'> }) => (
  <Flex gap="8px" mt="8px" wrap="wrap" align="center">
    <Text color="soft">Ratio as</Text>
    {MOODS.map(([mood, ratioLeast, ratioMost]) => (
      <Button
        key={mood}
        kind="word"
        aria-pressed={setup.ratioLeast === ratioLeast && setup.ratioMost === ratioMost}
        onClick={() =>
          commitOrSay(`${setup.letter} ${mood}`, [updateRecord('setup', setup.id, { ratioLeast, ratioMost })])
        }
      >
        {mood}, {ratioLeast} to {ratioMost} : 1
      </Button>
    ))}
  </Flex>
)

/** The checklist that Roll shows before the setup's first take. */
function Steps({ setup }: { setup: RecordOf<'setup'> }) {
  const rights = useRights()
  const parts = useParts('lamp', 'panel', 'shot')
  const lines = stepsFromPlan(parts, setup)
  return (
    <Box mt="10px">
      <RecordField kind="setup" id={setup.id} field="steps" rows={4} />
      {rights.plan && setup.steps === '' && lines.length > 0 && (
        <Button
          mt="6px"
          onClick={() =>
            commitOrSay(`Checklist of ${setup.letter} from its plan`, [
              updateRecord('setup', setup.id, { steps: lines.join('\n') }),
            ])
          }
        >
          Begin it with what the plan says
        </Button>
      )}
    </Box>
  )
}

function Cautions({ setup }: { setup: RecordOf<'setup'> }) {
  const rights = useRights()
  const toggle = (caution: string) =>
    commitOrSay('Change what to take care of', [
      updateRecord('setup', setup.id, {
        cautions: setup.cautions.includes(caution)
          ? setup.cautions.filter((c) => c !== caution)
          : [...setup.cautions, caution],
      }),
    ])
  return (
    <Flex gap="14px" mt="8px" wrap="wrap" align="center">
      <Text color="soft">Take care of</Text>
      {CAUTIONS.map((c) => (
        <Tick key={c} disabled={!rights.plan} checked={setup.cautions.includes(c)} onTick={() => toggle(c)}>
          {c}
        </Tick>
      ))}
    </Flex>
  )
}
