import { Flex, Text } from '@chakra-ui/react'
import { useEffect } from 'react'
import { dismissNotice, undo, useProductionStore } from '../store/production.ts'
import { Button } from '../ui/parts.tsx'

/** What just happened, with its undo; a refusal stays until it is put away. */
export function NoticeBar() {
  const notice = useProductionStore((s) => s.notice)
  useEffect(() => {
    if (!notice || notice.tone === 'stop') return
    const timer = setTimeout(dismissNotice, 6000)
    return () => clearTimeout(timer)
  }, [notice])
  if (!notice) return null
  const stop = notice.tone === 'stop'
  return (
    <Flex
      role={stop ? 'alert' : 'status'}
      position="fixed"
      left="50%"
      bottom={{ base: '76px', md: '20px' }}
      transform="translateX(-50%)"
      maxW="min(680px, 94vw)"
      bg={stop ? 'stopTint' : 'ink'}
      color={stop ? 'stop' : 'paper'}
      px="14px"
      py="8px"
      borderRadius="3px"
      align="center"
      gap="12px"
      zIndex={30}
      fontWeight={600}
    >
      <Text>{notice.says}</Text>
      {notice.undo && (
        <Button
          onClick={() => {
            dismissNotice()
            undo()
          }}
          borderColor="paper"
        >
          Undo
        </Button>
      )}
      <Button kind="quiet" color="inherit" onClick={dismissNotice}>
        Close
      </Button>
    </Flex>
  )
}
