import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type DeviceTimecode, readLabel } from '@kavrell/core/patch'
import { asId, createRecord } from '@kavrell/core/records'
import { deviceNowMs, stampOf } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useRecords, useRights } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { Input } from '../../ui/fields.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { Button } from '../../ui/parts.tsx'

/** A picture that is older was not taken to be read now: it may have been changed, or come from elsewhere. */
const FRESH_MS = 15 * 60_000

interface Taken {
  readonly pictureId: string
  readonly takenMs: number
  readonly isFresh: boolean
}

/** Displays photographed together and read at leisure: what each showed is judged by when the picture was taken. */
export function ClockPictures({ clocks }: { clocks: readonly DeviceTimecode[] }) {
  const rights = useRights()
  const pictures = useRecords('picture')
  const [taken, setTaken] = useState<Taken | null>(null)
  if (!rights.log || !rights.plan) return null
  const picture = taken && pictures[taken.pictureId]
  if (!taken || !picture)
    return (
      <Box mt="8px" maxW="560px">
        <DropPictures
          given={{ purpose: 'display', caption: 'Displays' }}
          onBrought={({ ids, writtenMs }) => {
            const [pictureId] = ids
            const takenMs = writtenMs[0]!
            const agoMs = deviceNowMs() - takenMs
            if (pictureId) setTaken({ pictureId, takenMs, isFresh: agoMs > -1000 && agoMs < FRESH_MS })
          }}
        >
          Or photograph the displays, as many as fit into one picture, and type what each showed from it.
        </DropPictures>
      </Box>
    )
  const { isFresh } = taken
  return (
    <Flex mt="10px" gap="14px" wrap="wrap" align="start" data-displays>
      <Picture picture={picture} width={420} />
      <Box flex="1" minW="220px">
        <Text fontWeight={600} color={isFresh ? 'ink' : 'stop'}>
          {isFresh
            ? `Taken at ${new Date(taken.takenMs).toLocaleTimeString('en-GB')} by this device’s clock`
            : 'Its file was not written just now: nobody knows when it was taken. Photograph them again with this device.'}
        </Text>
        {isFresh && clocks.map((clock) => <Shown key={clock.id} clock={clock} taken={taken} />)}
        <Button mt="8px" onClick={() => setTaken(null)}>
          {isFresh ? 'Done' : 'Again'}
        </Button>
      </Box>
    </Flex>
  )
}

/** What one device shows in the picture. */
function Shown({ clock: { id, letter, kind }, taken }: { clock: DeviceTimecode; taken: Taken }) {
  const [label, setLabel] = useState('')
  const [says, setSays] = useState('')
  const keep = () => {
    const shown = label.normalize('NFKC').trim()
    if (shown === '') return setSays('')
    if (!readLabel(shown)) return setSays(`“${shown}” is no timecode. Type it as 09:33:07:14.`)
    const { at, deviceAt } = stampOf(taken.takenMs)
    const device = kind === 'camera' ? { cameraId: asId<'camera'>(id) } : { recorderId: asId<'recorder'>(id) }
    const entry = { ...device, shown, pictureId: asId<'picture'>(taken.pictureId), lookedAt: at, deviceAt }
    if (!commitOrSay(`${letter} shows ${shown} in the picture`, [createRecord('clockLook', entry, newId())])) return
    setLabel('')
    setSays(`${shown} is kept.`)
  }
  return (
    <Flex gap="10px" align="center" py="4px">
      <Text fontWeight={700} w="30px">
        {letter}
      </Text>
      <Input
        w="130px"
        fontFamily="mono"
        aria-label={`${letter} shows in the picture`}
        placeholder="09:33:07:14"
        value={label}
        onChange={(e) => setLabel(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep()
        }}
        onBlur={keep}
      />
      <Text fontSize="note" color={says.endsWith('kept.') ? 'soft' : 'stop'}>
        {says}
      </Text>
    </Flex>
  )
}
