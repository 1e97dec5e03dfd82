import { Flex, Text } from '@chakra-ui/react'
import { lastSaidOf } from '@kavrell/core/moments'
import type { Moment } from '@kavrell/core/records'
import { useParts, useRights } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'
import { useBoxTime } from '../../store/clock.ts'
import { logMoment } from './logMoment.ts'
import { saidOf } from './words.ts'

/** A slip of the thumb is noticed within so long, and taken back. */
const NOTICED_WITHIN_MS = 180_000

/** The last word that was said, and that it was a slip: a ledger is not rewritten, a later entry takes it back. */
export function Slip({ moment }: { moment: Moment }) {
  const records = useParts(
    'momentEvent',
    'momentCatch',
    'momentCamera',
    'momentHand',
    'momentPlace',
    'camera',
    'person',
  )
  const rights = useRights()
  const nowMs = useBoxTime(1)
  const last = lastSaidOf(records, moment.id)
  if (!last || !rights.log || nowMs - Date.parse(last.happenedAt) > NOTICED_WITHIN_MS) return null
  const said = saidOf(records, last)
  return (
    <Flex gap="10px" align="center" wrap="wrap" minH="44px">
      <Text color="soft">Last: {said}.</Text>
      <Button
        minH="44px"
        onClick={() => logMoment(`“${said}” was a slip`, moment, { type: 'not so', takesBackId: last.id })}
      >
        That was a slip
      </Button>
    </Flex>
  )
}
