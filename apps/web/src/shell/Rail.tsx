import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { useProductionStore } from '../store/production.ts'
import { useOpenSnags, useParts } from '../store/selectors.ts'
import { useDay } from '../ui/useDay.ts'
import { ON_THE_PHONE, STAGES } from './stages.ts'
import type { Finding } from '@kavrell/core/snags'
import { counted } from '@kavrell/core/text'

/** Stages as words, in the order of the work; each with its count, red where something stops you. */
export function Rail({ current }: { current: string }) {
  const production = useParts(
    'take',
    'place',
    'shot',
    'setup',
    'kitItem',
    'person',
    'sentSheet',
    'card',
    'orderItem',
    'production',
  )
  const productionId = useProductionStore((s) => s.productionId)
  const snags = useOpenSnags()
  const { day } = useDay()
  // Thousands of takes are counted when one is added, not at every change of something else.
  const takes = useMemo(
    () => Object.values(production.take).filter((take) => take.dayId === day?.id).length,
    [production.take, day?.id],
  )
  const size = (table: object) => Object.keys(table).length
  const counts: Record<string, number | string> = {
    scout: size(production.place),
    shots: size(production.shot),
    light: size(production.setup),
    kit: size(production.kitItem),
    crew: size(production.person),
    call: (() => {
      const sheets = Object.values(production.sentSheet).filter((s) => s.dayId === day?.id)
      return sheets.length > 0 ? `v${Math.max(...sheets.map((s) => s.number))}` : ''
    })(),
    roll: takes,
    offload: size(production.card),
    order: Object.values(production.orderItem).filter((i) => i.dayId === day?.id && i.type === 'shots' && !i.standsBy)
      .length,
  }
  const stops = (stage: string) => snags.filter((s: Finding) => s.stage === stage && s.severity === 'stop').length
  return (
    <Flex
      as="nav"
      aria-label="Stages"
      w={{ base: 'auto', md: '116px' }}
      flexShrink={0}
      direction={{ base: 'row', md: 'column' }}
      borderRight={{ md: '1px solid' }}
      borderTop={{ base: '1px solid', md: 'none' }}
      borderColor={{ base: 'line', md: 'line' }}
      overflow="auto"
      className="no-print"
    >
      <Box px="18px" pt="17px" pb="24px" display={{ base: 'none', md: 'block' }}>
        <Link to="/">
          <Text fontSize="large" fontWeight={800} lineHeight="1.1" css={{ fontStretch: '118%' }}>
            Kavrell
          </Text>
        </Link>
        <Text color="soft" fontSize="note" mt="3px" lineClamp={2}>
          {production.production.title}
        </Text>
      </Box>
      {STAGES.map((stage, i) => {
        const stopping = stops(stage.path)
        const here = stage.path === current
        return (
          <Box key={stage.path} flexShrink={0} order={{ base: ON_THE_PHONE.includes(stage.path) ? 0 : 1, md: 0 }}>
            {STAGES[i - 1]?.group !== stage.group && (
              <Text
                display={{ base: 'none', md: 'block' }}
                color="faint"
                fontSize="note"
                px="18px"
                pt={i === 0 ? '0' : '14px'}
                pb="3px"
              >
                {stage.group}
              </Text>
            )}
            <Link to={`/p/${productionId}/${stage.path}`} aria-current={here ? 'page' : undefined}>
              <Flex
                px={{ base: '13px', md: '18px' }}
                py={{ base: '13px', md: '4px' }}
                pl={{ md: '21px' }}
                align="baseline"
                gap="6px"
                bg={here ? 'leaf' : undefined}
                boxShadow={
                  here
                    ? {
                        base: 'inset 0 3px 0 var(--chakra-colors-action)',
                        md: 'inset 3px 0 0 var(--chakra-colors-action)',
                      }
                    : undefined
                }
                fontWeight={here ? 700 : 400}
              >
                <Text>{stage.name}</Text>
                <Text
                  ml="auto"
                  fontSize="note"
                  display={{ base: 'none', md: 'block' }}
                  color={stopping > 0 ? 'stop' : 'faint'}
                  fontWeight={stopping > 0 ? 700 : 400}
                  aria-label={stopping > 0 ? `${counted(stopping, 'snag stops', 'snags stop')} you` : undefined}
                >
                  {stopping > 0 ? stopping : counts[stage.path] || ''}
                </Text>
              </Flex>
            </Link>
          </Box>
        )
      })}
    </Flex>
  )
}
