import { Button } from '../../ui/parts.tsx'
import { Grid, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'

type Action = (() => void) | null
type Span = { readonly base: string; readonly md: string }

/** How long the key of a once-only cut is held, or within what it is pressed again. */
const HOLD_MS = 700
const AGAIN_MS = 1500

/**
 * A press that counts when it is held, or when it comes again soon: what cannot be had again is not ended by a thumb
 * that slips.
 */
export function useHeld(does: Action, guarded: boolean) {
  const [asked, setAsked] = useState(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const swallow = useRef(false)
  const calm = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(
    () => () => {
      clearTimeout(timer.current)
      clearTimeout(calm.current)
    },
    [],
  )
  const done = () => {
    clearTimeout(timer.current)
    clearTimeout(calm.current)
    setAsked(false)
    does?.()
  }
  const press = () => {
    // The click that ends a held press is part of it.
    if (swallow.current) {
      swallow.current = false
      return
    }
    // Somebody else cut it between the two presses: the second is not a new take.
    if (!guarded && asked) return setAsked(false)
    if (!guarded || asked) return done()
    setAsked(true)
    clearTimeout(calm.current)
    calm.current = setTimeout(() => setAsked(false), AGAIN_MS)
  }
  return {
    asked: guarded && asked,
    press,
    down: () => {
      swallow.current = false
      if (!guarded) return
      clearTimeout(timer.current)
      timer.current = setTimeout(() => {
        swallow.current = true
        done()
      }, HOLD_MS)
    },
    up: () => clearTimeout(timer.current),
  }
}

/** One large key for each thing that happens to a take; on a phone the one that rolls lies under the thumb, always in sight. */
export function TakeKeys({
  rolling,
  held,
  actions,
}: {
  rolling: boolean
  /** Cutting wants a held press. */
  held: ReturnType<typeof useHeld>
  actions: Readonly<Record<'rollOrCut' | 'good' | 'noGood' | 'note' | 'wild' | 'next', Action>>
}) {
  return (
    <Grid
      templateColumns={{ base: 'repeat(3, 1fr)', md: '1.6fr 1fr 1fr 1fr 1.2fr 1.2fr' }}
      gap={{ base: '6px', md: '10px' }}
      mt={{ base: 'auto', md: '18px' }}
      pt="10px"
      pb={{ base: '10px', md: 0 }}
      position={{ base: 'sticky', md: 'static' }}
      bottom={{ base: '-28px', md: 'auto' }}
      mb={{ base: '-28px', md: 0 }}
      bg={{ base: 'paper', md: 'transparent' }}
      zIndex={1}
      data-take-keys
    >
      <Key
        name="space"
        does={actions.rollOrCut && held.press}
        down={held.down}
        up={held.up}
        main
        stop={rolling}
        span={{ base: 'span 3', md: 'auto' }}
      >
        {rolling ? (held.asked ? 'Hold, or again' : 'Cut') : 'Roll'}
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
  down,
  up,
  children,
  main = false,
  stop = false,
  span,
}: {
  name: string
  does: Action
  down?: () => void
  up?: () => void
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
      minH={{ base: main ? '84px' : '46px', md: '52px' }}
      border={main ? '2px solid' : '1px solid'}
      borderColor={stop ? 'stop' : main ? 'action' : 'line'}
      bg={stop ? 'stopTint' : main ? 'action' : 'leaf'}
      color={stop ? 'stop' : main ? 'onAction' : 'ink'}
      borderRadius="3px"
      fontWeight={700}
      fontSize={main ? { base: '28px', md: '18px' } : '15px'}
      _disabled={{ opacity: 0.45 }}
      css={{ touchAction: 'manipulation', userSelect: 'none' }}
      disabled={does === null}
      onPointerDown={down}
      onPointerUp={up}
      onPointerLeave={up}
      onPointerCancel={up}
      onContextMenu={(e) => main && e.preventDefault()}
      onClick={() => does?.()}
    >
      {children}{' '}
      <Text as="span" fontFamily="mono" fontSize="note" fontWeight={400} display={{ base: 'none', md: 'inline' }}>
        {name}
      </Text>
    </Button>
  )
}
