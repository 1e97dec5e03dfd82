import { Box, Flex, Text } from '@chakra-ui/react'
import { ENDPOINTS } from '@kavrell/contract'
import { useRef } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ask } from '../../store/api.ts'
import { useProductionStore } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'
import { useAct } from './useAct.ts'
import type { CallSheetState } from './useCallSheet.ts'

const MOST_NAMED = 5

/** What a new version would change, and issuing it. */
export function IssueSheet({ state, dayId }: { state: CallSheetState; dayId: string }) {
  const { newest, changes, called } = state
  const rights = useRights()
  const productionId = useProductionStore((s) => s.productionId)!
  const { busy, act } = useAct()
  // Kept until the server has answered: pressed again after a lost answer, nothing is sent twice.
  const nextId = useRef(uuidv7())
  const everyone = called.map((p) => p.personId)
  const moved = changes.flatMap((c) => (c.personId && everyone.includes(c.personId) ? [c.personId] : []))
  const issue = (personIds: readonly string[]) =>
    act(async () => {
      await ask(ENDPOINTS.issueSheet, { productionId }, { id: nextId.current, dayId, personIds: [...personIds] })
      nextId.current = uuidv7()
    })
  return (
    <Box mt="12px" p="12px" bg={newest ? 'watchTint' : 'tint'}>
      {newest && (
        <Text color="watch" fontWeight={600} mb="8px">
          Version {newest.number + 1} would change:{' '}
          {changes
            .slice(0, MOST_NAMED)
            .map((c) => (c.was ? `${c.what} ${c.was} to ${c.now}` : `${c.what.toLowerCase()} ${c.now}`))
            .join(', ') || 'what is printed beside the times'}
          {changes.length > MOST_NAMED ? ` and ${changes.length - MOST_NAMED} more` : ''}.
        </Text>
      )}
      {rights.plan ? (
        <Flex gap="8px" wrap="wrap">
          <Button kind="main" disabled={busy} onClick={() => issue(everyone)}>
            Issue {newest ? newest.number + 1 : 1} to everyone
          </Button>
          {moved.length > 0 && moved.length < everyone.length && (
            <Button disabled={busy} onClick={() => issue(moved)}>
              Only to the {moved.length} whose call moved
            </Button>
          )}
        </Flex>
      ) : (
        <Text color="soft">A planner issues it.</Text>
      )}
    </Box>
  )
}
