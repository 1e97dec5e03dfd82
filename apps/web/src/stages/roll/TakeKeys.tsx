import { Button } from '../../ui/parts.tsx'
import { Grid, Text } from '@chakra-ui/react'

type Action = (() => void) | null
type Span = { readonly base: string; readonly md: string }

/** One large key for each thing that happens to a take; on a phone the one that rolls lies under the thumb. */
export function TakeKeys({
  rolling,
  actions,
}: {
  rolling: boolean
  actions: Readonly<Record<'rollOrCut' | 'good' | 'noGood' | 'note' | 'wild' | 'next', Action>>
}) {
  return (
    <Grid
      templateColumns={{ base: 'repeat(3, 1fr)', md: '1.6fr 1fr 1fr 1fr 1.2fr 1.2fr' }}
      gap="10px"
      mt={{ base: 'auto', md: '18px' }}
      pt="14px"
    >
      <Key name="space" does={actions.rollOrCut} main stop={rolling} span={{ base: 'span 3', md: 'auto' }}>
        {rolling ? 'Cut' : 'Roll'}
      </Key>
      <Key name="G" does={actions.good}>
        Good
      </Key>
      <Key name="N" does={actions.noGood}>
        No good
      </Key>
      <Key name="/" does={actions.note}>
        Note
      </Key>
      <Key name="W" does={actions.wild}>
        Wild sound
      </Key>
      <Key name="S" does={actions.next} span={{ base: 'span 2', md: 'auto' }}>
        Next shot
      </Key>
    </Grid>
  )
}

function Key({
  name,
  does,
  children,
  main = false,
  stop = false,
  span,
}: {
  name: string
  does: Action
  children: string
  main?: boolean
  stop?: boolean
  span?: Span
}) {
  return (
    <Button
      kind="bare"
      justifyContent="center"
      order={main ? { base: 5, md: 0 } : undefined}
      gridColumn={span}
      minH={{ base: main ? '92px' : '52px', md: '52px' }}
      border={main ? '2px solid' : '1px solid'}
      borderColor={stop ? 'stop' : main ? 'action' : 'line'}
      bg={stop ? 'stopTint' : main ? 'action' : 'leaf'}
      color={stop ? 'stop' : main ? 'onAction' : 'ink'}
      borderRadius="3px"
      fontWeight={700}
      fontSize={main ? { base: '28px', md: '18px' } : '15px'}
      _disabled={{ opacity: 0.45 }}
      css={{ touchAction: 'manipulation' }}
      disabled={does === null}
      onClick={() => does?.()}
    >
      {children}{' '}
      <Text as="span" fontFamily="mono" fontSize="note" fontWeight={400} display={{ base: 'none', md: 'inline' }}>
        {name}
      </Text>
    </Button>
  )
}
