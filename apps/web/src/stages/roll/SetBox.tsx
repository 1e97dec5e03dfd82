import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { boxTime, useClockMeasurement } from '../../store/clock.ts'
import { say, commitOrSay } from '../../store/production.ts'
import { Input } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { updateRecord, type RecordOf } from '@kavrell/core/records'
import { instantAt } from '@kavrell/core/time'

/** The box is set to a time of day: by the device's clock, or by hand to rehearse. */
export function SetBox({ box, date, timeZone }: { box: RecordOf<'timecodeBox'>; date: string; timeZone: string }) {
  const [typed, setTyped] = useState<string | null>(null)
  const measured = useClockMeasurement()
  const set = (offsetMs: number) => {
    const setAt = new Date(Date.now() + measured.serverAheadMs).toISOString()
    commitOrSay(`Set ${box.name}`, [updateRecord('timecodeBox', box.id, { offsetMs, setAt })])
    setTyped(null)
  }
  const byHand = () => {
    const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(typed ?? '') ?? []
    const [h, m] = [Number(hours), Number(minutes)]
    if (!(h <= 23 && m <= 59)) {
      say('A time of day looks like 09:33.', 'stop')
      return
    }
    // What the box shows now has drifted since it was set.
    const ahead = measured.box?.aheadMs ?? box.offsetMs
    set(ahead + instantAt(date, h * 60 + m, timeZone) - boxTime(Date.now(), measured))
  }
  if (typed === null)
    return (
      <Button kind="quiet" px="0" onClick={() => setTyped('')}>
        Set the box
      </Button>
    )
  return (
    <Flex gap="6px" mt="6px">
      <Input
        aria-label="Time of day for the box"
        placeholder="09:33"
        w="84px"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') byHand()
        }}
      />
      <Button onClick={byHand}>Set</Button>
      <Button onClick={() => set(0)}>To this clock</Button>
    </Flex>
  )
}
