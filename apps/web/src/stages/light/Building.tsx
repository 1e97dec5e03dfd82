import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { buildWork, ownPace, suggestedMinutes, workFrom } from '@kavrell/core/build'
import { asId, type PlainChange, type RecordOf, removeRecord, updateRecord } from '@kavrell/core/records'
import { type SetupReading, type WithoutPiece, withoutPieces } from '@kavrell/core/setup'
import { asName, counted } from '@kavrell/core/text'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Tick } from '../../ui/fields.tsx'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { setupCopied } from './copySetup.ts'

/** What a setup takes to build, and what it would be with less. */
export function Building({ setup, reading }: { setup: RecordOf<'setup'>; reading: SetupReading }) {
  return (
    <>
      <Minutes setup={setup} />
      <PlanB setup={setup} reading={reading} />
    </>
  )
}

function Minutes({ setup }: { setup: RecordOf<'setup'> }) {
  const production = useProduction()
  const rights = useRights()
  const parent = setup.parentId ? production.setup[setup.parentId] : undefined
  const { tasks, minutes } = buildWork(production, setup)
  const from = parent && workFrom(production, parent, setup)
  const pace = ownPace(production)
  const suggested = suggestedMinutes(production, setup)
  if (tasks.length === 0) return <Hint>Nothing stands here yet: there is nothing to build.</Hint>
  return (
    <Section title="Minutes to build">
      <Text>
        From an empty floor by {counted(setup.hands, 'pair')} of hands: <b>{minutes} min</b> by its parts
        {pace.setups > 0 ? `, ${suggested} min at the pace of the ${pace.setups} setups whose minutes you said` : ''}.
        The plan has <b>{setup.buildMin} min</b>.
        {from && parent && (
          <>
            {' '}
            Where {parent.letter} stands already, {from.minutes} min: the order charges no more for it.
          </>
        )}
      </Text>
      {rights.plan && suggested !== setup.buildMin && (
        <Button
          mt="6px"
          onClick={() =>
            commitOrSay(`Build ${setup.letter} in ${suggested} min`, [
              updateRecord('setup', setup.id, { buildMin: suggested }),
            ])
          }
        >
          Take {suggested} min
        </Button>
      )}
      <Grid templateColumns="1fr 60px" gap="2px 10px" mt="8px" maxW="520px" fontSize="small" color="soft">
        {(from ?? { tasks }).tasks.map((task, i) => (
          <Box key={i} display="contents">
            <Text truncate>{task.says}</Text>
            <Text textAlign="right" fontFamily="mono">
              {task.minutes.toFixed(1)}
            </Text>
          </Box>
        ))}
      </Grid>
      <Hint>Minutes of one pair of hands; four more for aiming and looking, at which nobody can help.</Hint>
    </Section>
  )
}

const signed = (stops: number) =>
  Math.abs(stops) < 0.05 ? '0' : `${stops > 0 ? '+' : '−'}${Math.abs(stops).toFixed(1)}`

const keyOf = ({ kind, thing }: WithoutPiece) => `${kind} ${thing.id}`

function PlanB({ setup, reading }: { setup: RecordOf<'setup'>; reading: SetupReading }) {
  const production = useProduction()
  const rights = useRights()
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const pieces = useMemo(() => withoutPieces(production, setup), [production, setup])
  const planB = Object.values(production.setup).find((other) => other.planBOf === setup.id)
  const of = setup.planBOf ? production.setup[setup.planBOf] : undefined
  const make = () => {
    const copied = setupCopied(production, setup, { name: `${setup.name}, plan B`, planBOf: setup.id })
    const going = pieces.filter((piece) => left.has(keyOf(piece)))
    const removals = going.map(({ kind, thing }): PlainChange => {
      const id = copied.copyOf.get(thing.id)!
      return kind === 'lamp' ? removeRecord('lamp', asId(id)) : removeRecord('panel', asId(id))
    })
    const gone = new Set<string>(removals.map((change) => change.id))
    // What is left out is not put up first.
    const changes = copied.changes.filter((change) => !gone.has(change.id))
    if (commitOrSay(`Make ${copied.letter}, plan B of ${setup.letter}`, changes)) setLeft(new Set())
  }
  const shots = (from: RecordOf<'setup'>) => Object.values(production.shot).filter((shot) => shot.setupId === from.id)
  const swap = (from: RecordOf<'setup'>, to: RecordOf<'setup'>) =>
    commitOrSay(
      `Shots of ${from.letter} in ${to.letter}`,
      shots(from).map((shot) => updateRecord('shot', shot.id, { setupId: to.id })),
    )
  return (
    <Section title="With less">
      {of && (
        <Flex gap="8px" align="center" mb="6px">
          <Text>
            This is plan B of {of.letter} {of.name}.
          </Text>
          {rights.plan && shots(of).length > 0 && (
            <Button onClick={() => swap(of, setup)}>
              Take it: {counted(shots(of).length, 'shot')} of {of.letter}
            </Button>
          )}
          {rights.plan && shots(setup).length > 0 && (
            <Button onClick={() => swap(setup, of)}>Back to {of.letter}</Button>
          )}
        </Flex>
      )}
      {planB && (
        <Text mb="6px">
          Plan B is {planB.letter} {planB.name}, {planB.buildMin} min to build.
        </Text>
      )}
      {pieces.map((piece) => (
        <Grid
          key={keyOf(piece)}
          templateColumns="minmax(160px, 1fr) 92px 92px 74px minmax(90px, 1fr)"
          gap="10px"
          py="4px"
          borderBottom="1px solid"
          borderColor="line"
          alignItems="center"
        >
          <Tick
            checked={left.has(keyOf(piece))}
            disabled={!rights.plan || of !== undefined}
            onTick={(yes) =>
              setLeft((now) => new Set(yes ? [...now, keyOf(piece)] : [...now].filter((key) => key !== keyOf(piece))))
            }
          >
            without {'role' in piece.thing ? `the ${piece.thing.role}, ` : ''}
            {piece.thing.name}
          </Tick>
          <Text fontFamily="mono" textAlign="right">
            {signed(piece.stops)} stops
          </Text>
          <Text fontFamily="mono" textAlign="right">
            {piece.ratio === null ? '—' : `${piece.ratio.toFixed(1)} : 1`}
          </Text>
          <Text fontFamily="mono" textAlign="right">
            −{piece.savesMin} min
          </Text>
          <Text color={piece.spoils.length > 0 ? 'stop' : 'soft'} fontWeight={piece.spoils.length > 0 ? 700 : 400}>
            {piece.spoils.length > 0 ? `spoils ${piece.spoils.join(', ')}` : 'spoils nothing'}
          </Text>
        </Grid>
      ))}
      {rights.plan && !of && !planB && pieces.length > 0 && (
        <Button mt="8px" disabled={left.size === 0} onClick={make}>
          Make a plan B without {left.size === 0 ? 'what is ticked' : counted(left.size, 'thing')}
        </Button>
      )}
      {reading.marks.length > 0 && pieces.length > 0 && (
        <Hint>Each alone, read at {asName(reading.marks[0]!.mark.name)}; shots at every mark in their frame.</Hint>
      )}
    </Section>
  )
}
