import { Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { deviceTimecodes, radioPlan } from '@kavrell/core/patch'
import { counted } from '@kavrell/core/text'
import { useBoxTime } from '../../store/clock.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Answer, Button, Empty, Title } from '../../ui/parts.tsx'
import { Clocks } from './Clocks.tsx'
import { Radio } from './Radio.tsx'
import { isTrouble } from './words.ts'

/** Do all devices agree before it rolls: does nothing disturb anything on the air, is every clock near enough? */
export function PatchScreen() {
  const records = useParts('transmitter', 'radioBand', 'radioStation', 'person', 'camera', 'recorder', 'jam', 'deliverable') // prettier-ignore
  const rights = useRights()
  const nowMs = useBoxTime(0.1)
  const { transmitter, radioBand, radioStation } = records
  const plan = useMemo(
    () => radioPlan({ transmitter, radioBand, radioStation }),
    [transmitter, radioBand, radioStation],
  )
  const { rateNum, rateDen } = Object.values(records.deliverable)[0] ?? { rateNum: 25, rateDen: 1 }
  const clocks = deviceTimecodes(records, nowMs, rateNum / rateDen)
  if (plan.of.length + clocks.length === 0)
    return (
      <Empty says="Before it rolls, whatever transmits must leave the rest alone, and every clock must show the same. List what transmits, or the cameras first.">
        {rights.plan && (
          <Button kind="main" onClick={() => addRecord('transmitter', 'Add a transmitter')}>
            Add a transmitter
          </Button>
        )}
      </Empty>
    )
  const disturbed = plan.of.filter(({ troubles }) => troubles.some(isTrouble)).length
  const unset = clocks.filter(({ jammedAt }) => jammedAt === null).length
  const off = clocks.filter(({ offFrames }) => offFrames !== null && offFrames > 0.5).length
  return (
    <>
      <Title note="before the first roll, and after every power-up">Patch</Title>
      <Answer tone={disturbed ? 'stop' : 'ink'}>
        {disturbed
          ? `${counted(disturbed, 'transmitter')} cannot stay as set`
          : plan.of.length
            ? 'By the reckoning nothing on the air disturbs another'
            : 'Nothing that transmits is listed'}
      </Answer>
      <Text color={unset + off ? 'watch' : 'soft'} fontWeight={unset + off ? 600 : 400} mt="2px">
        {clocks.length === 0
          ? 'No camera or recorder is listed.'
          : unset + off === 0
            ? `All ${clocks.length} clocks were set and should be within half a frame.`
            : `${unset ? `${counted(unset, 'clock')} never set. ` : ''}${off ? `${counted(off, 'clock')} may be more than half a frame off.` : ''}`}
      </Text>
      <Radio plan={plan} />
      <Clocks clocks={clocks} nowMs={nowMs} />
    </>
  )
}
