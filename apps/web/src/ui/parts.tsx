import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import type { ComponentProps, ReactNode } from 'react'
import { setupColour } from './theme.ts'

const BaseButton = chakra('button', {
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    justifyContent: 'center',
    gap: '6px',
    minHeight: '28px',
    px: '12px',
    borderRadius: '3px',
    fontWeight: 600,
    fontSize: '13px',
    cursor: 'pointer',
    border: '1px solid',
    borderColor: 'ink',
    background: 'transparent',
    whiteSpace: 'nowrap',
    textAlign: 'left',
    _hover: { background: 'well' },
    _disabled: { opacity: 0.45, cursor: 'default' },
  },
  variants: {
    kind: {
      plain: {},
      main: {
        background: 'action',
        color: 'onAction',
        borderColor: 'action',
        _hover: { background: 'action', opacity: 0.9 },
      },
      quiet: { borderColor: 'transparent', px: '6px', color: 'soft', fontWeight: 500 },
      stop: { borderColor: 'stop', color: 'stop' },
    },
  },
  defaultVariants: { kind: 'plain' },
})

/** A button that says what it does. */
export const Button = (props: ComponentProps<typeof BaseButton>) => <BaseButton type="button" {...props} />

/** A screen: what the work is on the left, what follows from it on the right. */
export function Page({
  children,
  aside,
  asideWidth = '320px',
}: {
  children: ReactNode
  aside?: ReactNode
  asideWidth?: string
}) {
  return (
    <Flex direction={{ base: 'column', lg: 'row' }} gap={{ base: '20px', lg: '18px' }} align="stretch" minH="100%">
      <Box flex="1" minW={0}>
        {children}
      </Box>
      {aside && (
        <Box
          w={{ base: 'auto', lg: asideWidth }}
          flexShrink={0}
          borderLeft={{ base: 'none', lg: '1px solid' }}
          borderColor={{ lg: 'line' }}
          pl={{ base: 0, lg: '18px' }}
        >
          {/* Beside a long list it stays in sight. */}
          <Box
            tabIndex={0}
            position={{ lg: 'sticky' }}
            top="0"
            maxH={{ lg: 'calc(100vh - 124px)' }}
            overflowY={{ lg: 'auto' }}
          >
            {aside}
          </Box>
        </Box>
      )}
    </Flex>
  )
}

export function Title({ children, note, actions }: { children: ReactNode; note?: ReactNode; actions?: ReactNode }) {
  return (
    <Flex align="baseline" gap="14px" mb="12px" wrap="wrap">
      <Heading as="h1" fontSize="21px" fontWeight={700} lineHeight="1.2" css={{ fontStretch: '112%' }}>
        {children}
      </Heading>
      {note && <Text color="soft">{note}</Text>}
      {actions && (
        <Flex gap="8px" ml="auto">
          {actions}
        </Flex>
      )}
    </Flex>
  )
}

/** The screen's answer, in its largest type. */
export const Answer = ({
  children,
  tone = 'ink',
  size = '28px',
}: {
  children: ReactNode
  tone?: string
  size?: string
}) => (
  <Text
    fontSize={size}
    fontWeight={700}
    lineHeight="1.15"
    color={tone}
    letterSpacing="-0.015em"
    data-answer
    css={{ textWrap: 'balance' }}
  >
    {children}
  </Text>
)

export const Section = ({
  title,
  actions,
  children,
}: {
  title: ReactNode
  actions?: ReactNode
  children: ReactNode
}) => (
  <Box as="section" mt="22px">
    <Flex align="center" mb="6px" minH="28px">
      <Heading as="h2" fontSize="14.5px" fontWeight={700} lineHeight="1.3">
        {title}
      </Heading>
      {actions && (
        <Flex gap="6px" ml="auto">
          {actions}
        </Flex>
      )}
    </Flex>
    {children}
  </Box>
)

/** A name and its reading, on one line with a hairline under it. */
export const Reading = ({
  name,
  value,
  tone,
}: {
  name: ReactNode
  value: ReactNode
  tone?: 'stop' | 'watch' | 'safe'
}) => (
  <Flex justify="space-between" gap="12px" py="5px" borderBottom="1px solid" borderColor="line">
    <Text color="soft">{name}</Text>
    <Text fontFamily="mono" fontSize="13px" textAlign="right" color={tone ?? 'ink'} fontWeight={tone ? 600 : 400}>
      {value}
    </Text>
  </Flex>
)

/** A setup's letter on its colour; never the colour alone. A plain element: lists show hundreds. */
export const SetupLetter = ({ letter, colour, size = 18 }: { letter: string; colour: number; size?: number }) => (
  <span
    style={{
      display: 'inline-flex',
      alignItems: 'center',
      justifyContent: 'center',
      minWidth: size,
      height: size,
      padding: '0 3px',
      background: setupColour(colour),
      color: 'white',
      fontWeight: 700,
      fontSize: Math.round(size * 0.66),
    }}
  >
    {letter}
  </span>
)

/** Which of several views of one thing is shown. */
export function Tabs<T extends string>({
  label,
  tabs,
  current,
  onChoose,
}: {
  label: string
  tabs: readonly (readonly [key: T, name: ReactNode])[]
  current: T | null
  onChoose: (key: T) => void
}) {
  return (
    <Flex
      gap="16px"
      role="tablist"
      aria-label={label}
      wrap="wrap"
      borderBottom="1px solid"
      borderColor="line"
      mb="12px"
    >
      {tabs.map(([key, name]) => (
        <Box
          asChild
          key={key}
          py="4px"
          mb="-1px"
          cursor="pointer"
          fontWeight={key === current ? 700 : 400}
          color={key === current ? 'ink' : 'soft'}
          borderBottom="2px solid"
          borderColor={key === current ? 'action' : 'transparent'}
        >
          <button type="button" role="tab" aria-selected={key === current} onClick={() => onChoose(key)}>
            {name}
          </button>
        </Box>
      ))}
    </Flex>
  )
}

export const Tag = ({ tone, children }: { tone: 'stop' | 'watch' | 'safe' | 'plain'; children: ReactNode }) => (
  <Box
    as="span"
    display="inline-block"
    px="7px"
    py="1px"
    borderRadius="2px"
    fontSize="12px"
    fontWeight={600}
    bg={tone === 'plain' ? 'well' : `${tone}Tint`}
    color={tone === 'plain' ? 'soft' : tone}
  >
    {children}
  </Box>
)

/** Teaches the step in one sentence and offers the first action. */
export const Empty = ({ says, children }: { says: string; children?: ReactNode }) => (
  <Box py="36px" maxW="520px">
    <Text fontSize="17px" fontWeight={600} mb="10px" color="soft">
      {says}
    </Text>
    <Flex gap="8px">{children}</Flex>
  </Box>
)

export const Hint = ({ children }: { children: ReactNode }) => (
  <Text color="faint" fontSize="13px">
    {children}
  </Text>
)

/** Share of a whole, with a mark where the limit is. */
export const Bar = ({
  share,
  limit,
  tone = 'action',
  label,
}: {
  share: number
  limit?: number
  tone?: string
  label: string
}) => (
  <Box role="img" aria-label={label} position="relative" h="10px" bg="well" flex="1">
    <Box h="100%" w={`${Math.min(100, Math.max(0, share * 100))}%`} bg={tone} />
    {limit !== undefined && (
      <Box position="absolute" top="-2px" bottom="-2px" left={`${limit * 100}%`} w="1.5px" bg="ink" />
    )}
  </Box>
)
