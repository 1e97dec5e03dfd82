import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { type CueAt, cueList, practiceOf, rehearsalsOf } from '@kavrell/core/cues'
import { momentState, onAirOf } from '@kavrell/core/moments'
import type { Moment, MomentCamera, MomentEvent, RecordOf } from '@kavrell/core/records'
import { lapse } from '@kavrell/core/text'
import { useBoxTime } from '../../store/clock.ts'
import { remember, remembered } from '../../store/remember.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { CueSteps } from '../../ui/CueSteps.tsx'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { Select } from '../../ui/fields.tsx'
import { logMoment } from './logMoment.ts'
import { handOf, letterOf, placeOf } from './words.ts'

/** Who this device speaks for, or with which camera: each phone is told what is its own. */
export function useMine(momentId: string): [string, (mine: string) => void] {
  const [mine, setMine] = useState(() => remembered(`cover.mine.${momentId}`) ?? '')
  return [
    mine,
    (next) => {
      remember(`cover.mine.${momentId}`, next)
      setMine(next)
    },
  ]
}

/** A device that calls the cameras. A desk does anyway; a phone is somebody’s hands until it is said to. */
export const CALLER = 'caller'

/** Which camera is on, which is next, and who has the picture; each phone sees large whether its own is on. */
export function Picture({ moment, mine, setMine }: { moment: Moment; mine: string; setMine: (mine: string) => void }) {
  const records = useParts('moment', 'momentPlace', 'momentCamera', 'momentHand', 'momentEvent', 'camera', 'person', 'shot', 'production') // prettier-ignore
  const rights = useRights()
  const own = <T extends { readonly momentId: string }>(table: Readonly<Record<string, T>>) => Object.values(table).filter((each) => each.momentId === moment.id) // prettier-ignore
  const cameras = own(records.momentCamera).toSorted((a, b) => letterOf(records, a.id).localeCompare(letterOf(records, b.id))) // prettier-ignore
  const hands = own(records.momentHand)
  const air = onAirOf(records, moment.id)
  const { died } = momentState(records, moment.id)
  const tell = (label: string, fields: Partial<Pick<MomentEvent, 'type' | 'momentCameraId' | 'handId'>>) => logMoment(label, moment, fields) // prettier-ignore
  const put = (camera: MomentCamera, type: 'on' | 'next') => tell(`${letterOf(records, camera.id)} is ${type}`, { type, momentCameraId: camera.id }) // prettier-ignore
  useLetters(rights.log && (mine === '' || mine === CALLER), (letter, isNext) => {
    const camera = cameras.find(({ id }) => letterOf(records, id).toUpperCase() === letter && !died.has(id))
    if (camera) put(camera, isNext ? 'next' : 'on')
  })
  const myCamera = cameras.find(({ id }) => id === mine)
  const myHand = hands.find(({ id }) => id === mine)
  return (
    <Box>
      <Flex gap="10px" align="center" wrap="wrap">
        <Text color="soft" fontSize="small">
          This device is
        </Text>
        <Box w="190px">
          <Select aria-label="This device is" value={mine} onChange={(e) => setMine(e.target.value)}>
            <option value="">everybody’s</option>
            <option value={CALLER}>the caller’s</option>
            {cameras.map(({ id }) => (
              <option key={id} value={id}>
                at camera {letterOf(records, id)}
              </option>
            ))}
            {hands.map(({ id }) => (
              <option key={id} value={id}>
                {handOf(records, id)}’s
              </option>
            ))}
          </Select>
        </Box>
      </Flex>
      {myCamera && <Tally letter={letterOf(records, myCamera.id)} isOn={air.onId === myCamera.id} isNext={air.nextId === myCamera.id} />}
      {(hands.length > 1 || mine === CALLER || air.holderId !== null) && <Held air={air} names={records} hands={hands} myHandId={myHand?.id ?? null} tell={tell} />}
      {!myCamera && !myHand && (
        <Grid display={{ base: mine === CALLER ? 'grid' : 'none', md: 'grid' }} templateColumns={{ base: '1fr 1fr', md: 'repeat(auto-fill, minmax(190px, 1fr))' }} gap="10px" mt="10px" data-caller>
          {cameras.map((camera) => (
            <Angle
              key={camera.id}
              camera={camera}
              letter={letterOf(records, camera.id)}
              place={placeOf(records, camera.placeId)}
              isOn={air.onId === camera.id}
              isNext={air.nextId === camera.id}
              isDead={died.has(camera.id)}
              shot={moment.shotIds.flatMap((id) => records.shot[id] ?? []).find(({ cameraId }) => cameraId === camera.cameraId) ?? null}
              onPut={rights.log ? (type) => put(camera, type) : null}
            />
          ))}
        </Grid>
      )}
    </Box>
  )
} // prettier-ignore

/** A letter puts that camera on, with Shift as the next one. */
function useLetters(isOn: boolean, put: (letter: string, isNext: boolean) => void): void {
  useEffect(() => {
    if (!isOn) return
    const key = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.repeat || !/^[a-z]$/i.test(e.key)) return
      if ((e.target as HTMLElement).closest('input, textarea, select, [role="dialog"], [role="combobox"]')) return
      put(e.key.toUpperCase(), e.shiftKey)
    }
    window.addEventListener('keydown', key)
    return () => window.removeEventListener('keydown', key)
  })
}

/** One word that is read from the corner of an eye. */
function Tally({ letter, isOn, isNext }: { letter: string; isOn: boolean; isNext: boolean }) {
  return (
    <Box
      mt="10px"
      p="14px"
      role="status"
      bg={isOn ? 'ink' : 'well'}
      color={isOn ? 'leaf' : 'ink'}
      border="3px solid"
      borderColor={isOn ? 'ink' : isNext ? 'action' : 'line'}
    >
      <Text fontSize="clock" fontWeight={700} lineHeight="1.05">
        {letter} {isOn ? 'is on' : isNext ? 'is next' : 'is not on'}
      </Text>
    </Box>
  )
}

/** An angle in words and as it is drawn, with what it is now. */
function Angle({
  camera,
  letter,
  place,
  isOn,
  isNext,
  isDead,
  shot,
  onPut,
}: {
  camera: MomentCamera
  letter: string
  place: string
  isOn: boolean
  isNext: boolean
  isDead: boolean
  shot: RecordOf<'shot'> | null
  onPut: ((type: 'on' | 'next') => void) | null
}) {
  return (
    <Box border="3px solid" borderColor={isOn ? 'ink' : isNext ? 'action' : 'line'} p="8px" opacity={isDead ? 0.45 : 1} data-angle={letter}>
      <Flex align="baseline" gap="8px">
        <Text fontSize="title" fontWeight={700}>
          {letter}
        </Text>
        <Text fontWeight={700} color={isOn ? 'ink' : 'action'}>
          {isDead ? 'died' : isOn ? 'on' : isNext ? 'next' : ''}
        </Text>
      </Flex>
      <Text lineHeight="1.25" minH="2.5em">
        {camera.shows || place}
      </Text>
      {(camera.shows || !camera.isGood) && (
        <Text color="soft" fontSize="small">
          {[camera.shows && place, camera.isGood ? '' : 'safety'].filter(Boolean).join(', ')}
        </Text>
      )}
      {shot && (
        <Box display={{ base: 'none', md: 'block' }} mt="6px">
          <FramePreview shot={shot} width={170} />
        </Box>
      )}
      {onPut && !isDead && (
        <Grid templateColumns="1fr 1fr" gap="6px" mt="8px">
          <Button minH="44px" aria-label={`${letter} on`} disabled={isOn} onClick={() => onPut('on')}>
            On
          </Button>
          <Button minH="44px" aria-label={`${letter} next`} disabled={isNext || isOn} onClick={() => onPut('next')}>
            Next
          </Button>
        </Grid>
      )}
    </Box>
  )
} // prettier-ignore

/** Who has the picture; whoever wants to leave has it until somebody else says so. */
function Held({
  air: { holderId, isLeaving },
  names,
  hands,
  myHandId,
  tell,
}: {
  air: ReturnType<typeof onAirOf>
  names: Parameters<typeof handOf>[0]
  hands: readonly { readonly id: string }[]
  myHandId: string | null
  tell: (label: string, fields: Partial<Pick<MomentEvent, 'type' | 'handId'>>) => void
}) {
  const rights = useRights()
  if (hands.length === 0) return null
  const holder = holderId === null ? null : handOf(names, holderId)
  const take = (id: string) => tell(`${handOf(names, id)} has the picture`, { type: 'has it', handId: id as never })
  const takers = hands.filter(({ id }) => id !== holderId && (myHandId === null || id === myHandId))
  return (
    <Box mt="10px" data-held>
      <Text fontSize="large" fontWeight={700} color={isLeaving || holder === null ? 'stop' : 'ink'}>
        {holder === null
          ? 'Nobody has said that they have the picture'
          : isLeaving
            ? `${holder} wants to leave and still has the picture`
            : `${holder} has the picture`}
      </Text>
      {rights.log && (
        <Flex gap="8px" mt="6px" wrap="wrap">
          {takers.map(({ id }) => (
            <Button key={id} minH="48px" kind={isLeaving || holder === null ? 'main' : 'plain'} onClick={() => take(id)}>
              {handOf(names, id)} has it
            </Button>
          ))}
          {holderId !== null && !isLeaving && (myHandId === null || myHandId === holderId) && (
            <Button minH="48px" onClick={() => tell(`${holder} wants to leave`, { type: 'leaving', handId: holderId as never })}>
              {holder} wants to leave
            </Button>
          )}
        </Flex>
      )}
    </Box>
  )
} // prettier-ignore

/** The cues of a moment as it goes on. */
export function LiveCues({ moment, beganAt, mine }: { moment: Moment; beganAt: string; mine: string }) {
  const records = useParts('cue', 'rehearsal', 'cueRun', 'moment', 'momentCamera', 'soundSource', 'person')
  const of = { momentId: moment.id }
  const list = cueList(records, of)
  const rehearsal = rehearsalsOf(records, of).findLast((one) => Date.parse(one.beganAt) >= Date.parse(beganAt))
  if (list.length === 0 || !rehearsal) return null
  const next = <NextCue list={list} rehearsalId={rehearsal.id} startMs={Date.parse(beganAt)} />
  const steps = (
    <Section title="Cues">
      <CueSteps list={list} rehearsal={rehearsal} startMs={Date.parse(beganAt)} />
    </Section>
  )
  if (mine !== '') return mine === CALLER ? steps : next
  return (
    <>
      <Box display={{ base: 'block', md: 'none' }}>{next}</Box>
      <Box display={{ base: 'none', md: 'block' }}>{steps}</Box>
    </>
  )
}

/** What the caller calls next, in one line for whoever is at a camera. */
function NextCue({ list, rehearsalId, startMs }: { list: readonly CueAt[]; rehearsalId: string; startMs: number }) {
  const records = useParts('cueRun', 'person')
  const nowMs = useBoxTime(1)
  const next = list.find(({ cue }) => !practiceOf(records, cue.id).runs.some((run) => run.rehearsalId === rehearsalId))
  if (!next) return null
  const inS = next.atS === null ? null : next.atS - (nowMs - startMs) / 1000
  return (
    <Text>
      Next cue: <b>{next.cue.name}</b>
      {inS !== null && (inS >= 0 ? ` in ${lapse(inS)}` : ', now')}
      {next.cue.onWords && `, on “${next.cue.onWords}”`}
      {next.cue.personId && `, ${records.person[next.cue.personId]?.name ?? ''}`}
    </Text>
  )
}
