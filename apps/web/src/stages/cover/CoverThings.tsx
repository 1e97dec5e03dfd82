import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { type Id, type Moment, updateRecord } from '@kavrell/core/records'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Input } from '../../ui/fields.tsx'
import { Button, FieldRow, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { CatchPlan } from './Catches.tsx'
import { Posts } from './Posts.tsx'
import { handOf, letterOf } from './words.ts'

const CAMERA_FIELDS = ['placeId', 'shows', 'isGood', 'startS', 'runLimitMin', 'cardMin', 'cardFirstMin', 'batteryMin', 'batteryFirstMin', 'restartS', 'cardSwapS', 'batterySwapS', 'circuitId'] as const // prettier-ignore

/** What a moment is made of: its cameras with their limits, places and ways, people. */
export function CoverThings({ moment }: { moment: Moment }) {
  const records = useParts('production', 'momentPlace', 'momentWalk', 'momentCamera', 'momentHand', 'camera', 'person')
  const rights = useRights()
  const { onceOnlyPictures, onceOnlySounds } = records.production
  const own = <T extends { readonly momentId: string }>(table: Readonly<Record<string, T>>) => Object.values(table).filter((each) => each.momentId === moment.id) // prettier-ignore
  const places = own(records.momentPlace)
  const cameras = own(records.momentCamera)
  const hands = own(records.momentHand)
  const [place] = places
  const unused = Object.values(records.camera).filter(
    ({ id, lineCut }) => !lineCut && !cameras.some(({ cameraId }) => cameraId === id),
  )
  const idle = Object.values(records.person).filter(({ id }) => !hands.some(({ personId }) => personId === id))
  const placeFor = (): Id<'momentPlace'> | null => place?.id ?? addRecord('momentPlace', 'Add a place', { momentId: moment.id, name: 'Main position' }) // prettier-ignore
  const addCamera = (cameraId: Id<'camera'>) => {
    const placeId = placeFor()
    if (placeId) addRecord('momentCamera', 'Add a camera to the moment', { momentId: moment.id, cameraId, placeId })
  }
  const addHand = (personId: Id<'person'>) => {
    const placeId = placeFor()
    if (placeId) addRecord('momentHand', 'Add somebody to the moment', { momentId: moment.id, personId, placeId })
  }
  const emptyAs: Readonly<Record<string, string>> = {
    pictures: `${onceOnlyPictures}, house rule`,
    sounds: `${onceOnlySounds}, house rule`,
    speakerIds: 'nobody named',
  }
  return (
    <>
      <Section title="The moment">
        <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="10px 16px">
          {(['name', 'lastsS', 'coverFromS', 'pictures', 'sounds', 'speakerIds', 'shotIds'] as const).map((field) => (
            <RecordField key={field} kind="moment" id={moment.id} field={field} empty={emptyAs[field]} />
          ))}
        </Grid>
      </Section>
      <Phases moment={moment} />
      <CatchPlan moment={moment} />
      <Section title="Cameras">
        {cameras.map((camera) => (
          <Box key={camera.id} borderBottom="1px solid" borderColor="line" py="8px" data-thing={camera.id}>
            <Flex align="baseline" gap="10px" mb="4px">
              <Text fontWeight={700} fontSize="large">
                {letterOf({ ...records }, camera.id)}
              </Text>
              <Text color="soft">{records.camera[camera.cameraId]?.name}</Text>
              {rights.plan && (
                <Button
                  kind="word"
                  ml="auto"
                  onClick={() =>
                    takeOut('momentCamera', camera.id, `camera ${letterOf({ ...records }, camera.id)} of the moment`)
                  }
                >
                  Take out
                </Button>
              )}
            </Flex>
            <Grid templateColumns="repeat(auto-fill, minmax(128px, 1fr))" gap="8px 14px">
              {CAMERA_FIELDS.map((field) => (
                <RecordField key={field} kind="momentCamera" id={camera.id} field={field} />
              ))}
            </Grid>
          </Box>
        ))}
        {rights.plan && (
          <Flex gap="6px" wrap="wrap" mt="8px">
            {unused.map((camera) => (
              <Button key={camera.id} onClick={() => addCamera(camera.id)}>
                Add {camera.letter}
              </Button>
            ))}
          </Flex>
        )}
        {cameras.length > 0 && (
          <Text color="soft" fontSize="note" mt="6px">
            Limits run by the wall from each start, whether it records or not: the cautious reading. A first card or
            battery that is part full has its own figure.
          </Text>
        )}
      </Section>
      <Section title="People who keep them running">
        {hands.map((hand) => (
          <Flex key={hand.id} gap="14px" align="end" py="6px" borderBottom="1px solid" borderColor="line" wrap="wrap">
            <Text fontWeight={600} minW="120px">
              {records.person[hand.personId]?.name}
            </Text>
            <RecordField kind="momentHand" id={hand.id} field="placeId" />
            <Posts
              hand={hand}
              name={records.person[hand.personId]?.name ?? ''}
              places={places}
              lastsS={moment.lastsS}
            />
            {rights.plan && (
              <Button
                kind="word"
                ml="auto"
                onClick={() => takeOut('momentHand', hand.id, `${handOf({ ...records }, hand.id)} of the moment`)}
              >
                Take out
              </Button>
            )}
          </Flex>
        ))}
        {rights.plan && (
          <Flex gap="6px" wrap="wrap" mt="8px">
            {idle.slice(0, 12).map((person) => (
              <Button key={person.id} onClick={() => addHand(person.id)}>
                Add {person.name.split(' ')[0]}
              </Button>
            ))}
          </Flex>
        )}
      </Section>
      <Section title="Places and the walk between them">
        {places.map((each) => (
          <Flex key={each.id} gap="14px" align="end" py="4px">
            <RecordField kind="momentPlace" id={each.id} field="name" hideLabel />
            {rights.plan && (
              <Button kind="word" onClick={() => takeOut('momentPlace', each.id, each.name)}>
                Take out
              </Button>
            )}
          </Flex>
        ))}
        {rights.plan && (
          <Button
            mt="6px"
            onClick={() =>
              addRecord('momentPlace', 'Add a place', { momentId: moment.id, name: `Place ${places.length + 1}` })
            }
          >
            Add a place
          </Button>
        )}
        <Grid templateColumns="repeat(auto-fill, minmax(230px, 1fr))" gap="6px 18px" mt="10px">
          {places.flatMap((a, i) =>
            places.slice(i + 1).map((b) => <Walk key={`${a.id}${b.id}`} moment={moment} a={a} b={b} />),
          )}
        </Grid>
      </Section>
    </>
  )
}

/** Parts of a moment that want another number of pictures, sounds or voices. */
function Phases({ moment }: { moment: Moment }) {
  const { momentPhase } = useParts('momentPhase')
  const rights = useRights()
  const phases = Object.values(momentPhase).filter(({ momentId }) => momentId === moment.id).toSorted((a, b) => a.fromS - b.fromS) // prettier-ignore
  const fromS = Math.min(moment.lastsS - 1, (phases.at(-1)?.fromS ?? 0) + 60)
  return (
    <Section title="Phases">
      <Text color="soft" fontSize="note">
        {phases.length === 0
          ? 'It wants the same throughout. A part that wants more angles, or other voices, is a phase of its own.'
          : 'What a phase leaves empty is as the moment says.'}
      </Text>
      {phases.map(({ id, name }) => (
        <FieldRow
          key={id}
          data-thing={id}
          templateColumns={{ base: '1fr 1fr', md: 'minmax(140px, 1.4fr) 92px 104px 136px minmax(150px, 1.6fr) auto' }}
        >
          {(['name', 'fromS', 'pictures', 'sounds', 'speakerIds'] as const).map((field) => (
            <RecordField key={field} kind="momentPhase" id={id} field={field} empty="as the moment" />
          ))}
          {rights.plan && (
            <Button kind="word" onClick={() => takeOut('momentPhase', id, `the phase ${name}`)}>
              Take out
            </Button>
          )}
        </FieldRow>
      ))}
      {rights.plan && (
        <Button
          mt="8px"
          onClick={() =>
            addRecord('momentPhase', 'Add a phase', { momentId: moment.id, name: `Phase ${phases.length + 1}`, fromS })
          }
        >
          {' '}
          {/* prettier-ignore */}
          Add a phase
        </Button>
      )}
    </Section>
  )
}

interface End {
  readonly id: Id<'momentPlace'>
  readonly name: string
}

/** Seconds from one place to another; empty where nobody has walked it. */
function Walk({ moment, a, b }: { moment: Moment; a: End; b: End }) {
  const { momentWalk } = useParts('momentWalk')
  const rights = useRights()
  const walk = Object.values(momentWalk).find(({ fromId, toId }) => (fromId === a.id && toId === b.id) || (fromId === b.id && toId === a.id)) // prettier-ignore
  const keep = (text: string) => {
    const walkS = Number(text)
    if (text.trim() === '' || !Number.isFinite(walkS) || walkS === walk?.walkS) return
    if (walk) commitOrSay('Change a walk', [updateRecord('momentWalk', walk.id, { walkS })])
    else addRecord('momentWalk', 'Say how long a walk is', { momentId: moment.id, fromId: a.id, toId: b.id, walkS })
  }
  return (
    <Flex align="baseline" gap="8px">
      <Text flex="1" color="soft">
        {a.name} – {b.name}
      </Text>
      <Input
        key={walk?.walkS}
        aria-label={`Walk from ${a.name} to ${b.name}, seconds`}
        w="64px"
        disabled={!rights.plan}
        defaultValue={walk?.walkS ?? ''}
        placeholder="not known"
        inputMode="numeric"
        onBlur={(e) => keep(e.target.value)}
      />
      <Text color="soft">s</Text>
    </Flex>
  )
}
