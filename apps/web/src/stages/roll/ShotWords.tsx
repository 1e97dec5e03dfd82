import { Flex, Menu, Portal } from '@chakra-ui/react'
import { useState } from 'react'
import { pen } from '../../store/clock.ts'
import { commitOrSay } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { Input } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import type { SlateState } from './useSlate.ts'
import type { Id } from '@kavrell/core/records'
import { markShot } from '@kavrell/core/takes'

type Word = Parameters<typeof markShot>[3]
const WORDS: readonly (readonly [word: Word, says: string, why: boolean])[] = [
  ['dropped', 'Drop for today, because …', true],
  ['not needed', 'Not needed, because …', true],
  ['done', 'Done without a verdict', false],
  ['again', 'Once more, as a pick-up', false],
  ['open', 'Still to do', false],
]

/** What becomes of the shots on the slate without a take. */
export function ShotWords({ slate, dayId }: { slate: SlateState; dayId: Id<'day'> }) {
  const rights = useRights()
  const { shots, codes } = slate.subject
  const [asking, setAsking] = useState<Word | null>(null)
  const [reason, setReason] = useState('')
  if (!rights.log || shots.length === 0) return null
  const mark = (word: Word, why = '') => {
    const says = WORDS.find(([w]) => w === word)![1].replace(/, because …$/, '')
    const now = pen()
    commitOrSay(
      `${codes}: ${says.toLowerCase()}`,
      shots.map((shot) => markShot(now, dayId, shot.id, word, why)),
    )
    setAsking(null)
    setReason('')
    if (word === 'dropped' || word === 'not needed' || word === 'done') if (slate.next) slate.choose(slate.next)
  }
  if (asking)
    return (
      <Flex gap="8px" align="center" flex="1 1 260px">
        <Input
          autoFocus
          aria-label={`Why ${codes} is ${asking}`}
          placeholder={`Why is ${codes} ${asking}?`}
          value={reason}
          onChange={(e) => setReason(e.target.value.slice(0, 400))}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && reason.trim()) mark(asking, reason.trim())
            if (e.key === 'Escape') setAsking(null)
          }}
        />
        <Button disabled={!reason.trim()} onClick={() => mark(asking, reason.trim())}>
          Keep
        </Button>
      </Flex>
    )
  return (
    <Menu.Root lazyMount>
      <Menu.Trigger asChild>
        <Button kind="quiet">{codes} otherwise …</Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {WORDS.map(([word, says, why]) => (
              <Menu.Item key={word} value={word} onClick={() => (why ? setAsking(word) : mark(word))}>
                {says}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}
