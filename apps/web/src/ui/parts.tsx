import {
  Box,
  Button as ChakraButton,
  type ButtonProps,
  EmptyState,
  Flex,
  Grid,
  type GridProps,
  Heading,
  Skeleton,
  Tabs as ChakraTabs,
  Text,
} from '@chakra-ui/react'
import type { ReactNode, Ref } from 'react'
import { Term } from './Term.tsx'
import { setupColour } from './theme/theme.ts'

type ButtonKind = 'plain' | 'main' | 'quiet' | 'stop' | 'word' | 'bare'

/** A button that says what it does. */
export const Button = ({
  kind = 'plain',
  ...props
}: Omit<ButtonProps, 'variant'> & { kind?: ButtonKind; ref?: Ref<HTMLButtonElement> }) => (
  <ChakraButton type="button" variant={kind as never} {...props} />
)

export function Title({ children, note, actions }: { children: ReactNode; note?: ReactNode; actions?: ReactNode }) {
  return (
    <Flex align="baseline" gap="14px" mb="12px" wrap="wrap">
      <Heading as="h1" fontSize="title" fontWeight={700} lineHeight="1.2" css={{ fontStretch: '112%' }}>
        {children}
      </Heading>
      {note && <Text color="soft">{note}</Text>}
      {actions && (
        <Flex gap="8px" ml="auto" wrap="wrap">
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
  size = 'answer',
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

/** Fields of one record side by side, a line of a list. */
export const FieldRow = (props: GridProps) => (
  <Grid gap="8px 14px" alignItems="end" py="8px" borderBottom="1px solid" borderColor="line" {...props} />
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
      <Heading as="h2" fontSize="lead" fontWeight={700} lineHeight="1.3">
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
    <Text color="soft">{typeof name === 'string' ? <Term>{name}</Term> : name}</Text>
    <Text fontFamily="mono" fontSize="small" textAlign="right" color={tone ?? 'ink'} fontWeight={tone ? 600 : 400}>
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
    <ChakraTabs.Root value={current} onValueChange={({ value }) => onChoose(value as T)} activationMode="manual">
      <ChakraTabs.List aria-label={label}>
        {tabs.map(([key, name]) => (
          <ChakraTabs.Trigger
            key={key}
            value={key}
            // What it shows stands below for the whole screen, in no panel of its own to point at.
            ref={(trigger) => trigger?.removeAttribute('aria-controls')}
          >
            {name}
          </ChakraTabs.Trigger>
        ))}
      </ChakraTabs.List>
    </ChakraTabs.Root>
  )
}

export const Tag = ({ tone, children }: { tone: 'stop' | 'watch' | 'safe' | 'plain'; children: ReactNode }) => (
  <Box
    as="span"
    display="inline-block"
    px="7px"
    py="1px"
    borderRadius="2px"
    fontSize="note"
    fontWeight={600}
    bg={tone === 'plain' ? 'well' : `${tone}Tint`}
    color={tone === 'plain' ? 'soft' : tone}
  >
    {children}
  </Box>
)

/** Teaches the step in one sentence and offers the first action. */
export const Empty = ({ says, children }: { says: string; children?: ReactNode }) => (
  <EmptyState.Root>
    <EmptyState.Content>
      <EmptyState.Title>{says}</EmptyState.Title>
      {children && (
        <Flex gap="8px" wrap="wrap">
          {children}
        </Flex>
      )}
    </EmptyState.Content>
  </EmptyState.Root>
)

/** Stands where a screen is being read, in its outline, so that nothing jumps when it comes. */
export const Opening = () => (
  <Box role="status" aria-label="Opening" maxW="900px">
    <Skeleton h="30px" w="min(420px, 80%)" mb="20px" />
    {['92%', '86%', '90%', '78%', '84%'].map((w) => (
      <Skeleton key={w} h="16px" w={w} mb="12px" />
    ))}
  </Box>
)

export const Hint = ({ children }: { children: ReactNode }) => (
  <Text color="faint" fontSize="small">
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
