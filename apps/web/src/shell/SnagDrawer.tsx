import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { useNavigate } from 'react-router'
import { showSnags, useDesk } from '../store/desk.ts'
import { useProductionStore } from '../store/production.ts'
import { useSnags } from '../store/selectors.ts'
import { Button } from '../ui/parts.tsx'
import { Snag } from '../ui/Snag.tsx'
import { Misfits } from './Misfits.tsx'

/** Every finding together: what stops you, what to watch, what was accepted. */
export function SnagDrawer() {
  const open = useDesk((s) => s.snagsOpen)
  const snags = useSnags()
  const navigate = useNavigate()
  const productionId = useProductionStore((s) => s.productionId)
  const panel = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (open) panel.current?.focus()
  }, [open])
  if (!open) return null
  const groups = [
    ['Stops you', snags.filter((s) => s.severity === 'stop' && !s.acceptedBecause)],
    ['To watch', snags.filter((s) => s.severity === 'watch' && !s.acceptedBecause)],
    ['Accepted', snags.filter((s) => s.acceptedBecause)],
  ] as const
  return (
    <Box
      ref={panel}
      tabIndex={-1}
      role="dialog"
      aria-label="Snags"
      position="fixed"
      top="0"
      right="0"
      bottom="0"
      w="min(520px, 100vw)"
      bg="paper"
      borderLeft="1px solid"
      borderColor="line"
      overflow="auto"
      p="18px"
      zIndex={20}
      onKeyDown={(e) => {
        if (e.key === 'Escape') showSnags(false)
      }}
      outline="none"
    >
      <Flex align="center">
        <Heading as="h2" fontSize="21px" fontWeight={700}>
          Snags
        </Heading>
        <Button ml="auto" onClick={() => showSnags(false)}>
          Close
        </Button>
      </Flex>
      {snags.length === 0 && (
        <Text mt="20px" color="soft">
          Nothing found. Checks run again with every change.
        </Text>
      )}
      <Misfits />
      {groups.map(
        ([title, list]) =>
          list.length > 0 && (
            <Box key={title} mt="18px">
              <Text fontWeight={700} mb="6px">
                {title}, {list.length}
              </Text>
              {list.map((snag) => (
                <Snag
                  key={`${snag.check} ${snag.about.id}`}
                  snag={snag}
                  onGo={() => {
                    showSnags(false)
                    void navigate(`/p/${productionId}/${snag.stage}`)
                  }}
                />
              ))}
            </Box>
          ),
      )}
    </Box>
  )
}
