import { newId } from '../store/newId.ts'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { preview } from '../store/preview.ts'
import { say, commitOrSay } from '../store/production.ts'
import { type OpenSnag, useOpenSnags, useRights, useParts } from '../store/selectors.ts'
import { Input } from './fields.tsx'
import { Button } from './parts.tsx'
import { useWaysOut } from './useWaysOut.ts'
import { createRecord, fieldsOf, withNewIds } from '@kavrell/core/records'
import { evidenceHash, type Fix } from '@kavrell/core/snags'

const printed = (value: number | string) =>
  typeof value === 'number'
    ? Math.abs(value) >= 100
      ? String(Math.round(value))
      : String(Math.round(value * 10) / 10)
    : value

export function applyFix(fix: Fix): void {
  if (commitOrSay(fix.says, withNewIds(fix.changes, uuidv7))) say(`${fix.says}: done.`, 'info', true)
}

/** What was measured for a finding, and the rule it was judged by. */
export function SnagEvidence({ snag }: { snag: OpenSnag }) {
  const { production } = useParts('production')
  const rule = snag.rule ? fieldsOf('production')[snag.rule] : undefined
  return (
    <Box color="soft" fontSize="note">
      {snag.evidence.map((e, i) => (
        <Flex key={i} gap="8px">
          <Text minW="110px">{e.label}</Text>
          <Text fontFamily="mono" color="ink">
            {printed(e.value)} {e.unit}
          </Text>
          <Text ml="auto" textAlign="right">
            {e.from}
          </Text>
        </Flex>
      ))}
      {rule && (
        <Box asChild mt="4px" color="action" fontWeight={600}>
          <Link to={`/p/${production.id}/brief#${snag.rule}`}>
            House rule: {rule.label.toLowerCase()}{' '}
            {String((production as unknown as Record<string, unknown>)[snag.rule!])}
            {rule.unit ? ` ${rule.unit}` : ''}
          </Link>
        </Box>
      )}
    </Box>
  )
}

const acceptanceOf = (snag: OpenSnag, reason: string) =>
  createRecord('acceptance', { check: snag.check, about: snag.about.id, evidence: evidenceHash(snag), reason }, newId())

/** Accepts findings with one reason: they stay quiet until what was measured changes. */
export function AcceptSnags({ snags, onDone }: { snags: readonly OpenSnag[]; onDone: () => void }) {
  const [reason, setReason] = useState('')
  const accept = () => {
    if (
      commitOrSay(
        snags.length === 1 ? 'Accept a snag' : `Accept ${snags.length} snags`,
        snags.map((snag) => acceptanceOf(snag, reason)),
      )
    )
      onDone()
  }
  return (
    <Flex gap="6px" mt="6px">
      <Input
        autoFocus
        aria-label="Why is this accepted"
        placeholder="Why is this accepted?"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') accept()
        }}
      />
      <Button onClick={accept}>Accept</Button>
    </Flex>
  )
}

const NONE_GIVEN: ReadonlyMap<string, string> = new Map()
const whatChanges = (fix: Fix) => JSON.stringify(fix.changes)

/** One finding: what is wrong, what was measured, by which rule, and the ways out as buttons. */
export function Snag({
  snag,
  onGo,
  brief = false,
  given = NONE_GIVEN,
}: {
  snag: OpenSnag
  onGo?: () => void
  brief?: boolean
  /** Ways out that a finding above offers already, by what they change. */
  given?: ReadonlyMap<string, string>
}) {
  const [open, setOpen] = useState(false)
  const [accepting, setAccepting] = useState(false)
  const rights = useRights()
  const tone = snag.acceptedBecause ? 'plain' : snag.severity
  const ways = useWaysOut(snag, brief ? 2 : 6)
  const above = ways.flatMap(({ fix }) => given.get(whatChanges(fix)) ?? [])
  return (
    <Flex
      gap="9px"
      py="7px"
      borderBottom="1px solid"
      borderColor="line"
      fontSize="small"
      data-snag={snag.check}
      data-severity={snag.severity}
    >
      <SnagMark severity={tone === 'plain' ? null : snag.severity} />
      <Box flex="1" minW={0}>
        <Text color={tone === 'plain' ? 'soft' : 'ink'} fontWeight={600}>
          {snag.says}
        </Text>
        {snag.acceptedBecause && <Text color="soft">Accepted: {snag.acceptedBecause}</Text>}
        <Flex gap="6px" mt="5px" wrap="wrap" align="center">
          {rights.plan &&
            ways
              .filter(({ fix }) => !given.has(whatChanges(fix)))
              .map(({ fix, isTried }) => <WayOutButton key={fix.says} fix={fix} isTried={isTried} />)}
          {rights.plan && above.length > 0 && <Text color="soft">Above: “{above.join('”, “')}”.</Text>}
          <Flex gap="6px">
            <Button kind="quiet" onClick={() => setOpen(!open)} aria-expanded={open}>
              {open ? 'Less' : 'Why'}
            </Button>
            {onGo && (
              <Button kind="quiet" onClick={onGo}>
                Go there
              </Button>
            )}
            {rights.plan && !snag.acceptedBecause && !accepting && (
              <Button kind="quiet" onClick={() => setAccepting(true)}>
                Accept
              </Button>
            )}
          </Flex>
        </Flex>
        {accepting && <AcceptSnags snags={[snag]} onDone={() => setAccepting(false)} />}
        {open && (
          <Box mt="6px">
            <SnagEvidence snag={snag} />
          </Box>
        )}
      </Box>
    </Flex>
  )
}

/** A way out on a press, with what it costs; what is drawn shows it while it is pointed at. */
function WayOutButton({ fix, isTried }: { fix: Fix; isTried: boolean }) {
  const hide = () => preview(null)
  useEffect(() => hide, [])
  return (
    <Button
      whiteSpace="normal"
      textAlign="left"
      disabled={!isTried}
      onClick={() => {
        hide()
        applyFix(fix)
      }}
      onPointerEnter={() => preview(fix.changes)}
      onPointerLeave={hide}
      onFocus={() => preview(fix.changes)}
      onBlur={hide}
    >
      <span>
        {fix.says}
        {fix.costs && (
          <Text as="span" display="block" color="soft" fontWeight={400} fontSize="note">
            {fix.costs}
          </Text>
        )}
      </span>
    </Button>
  )
}

/** A red square for what stops, an amber ring for what is to watch: told apart without their colours. */
export const SnagMark = ({ severity }: { severity: OpenSnag['severity'] | null }) => (
  <Box
    as="span"
    flexShrink={0}
    w="9px"
    h="9px"
    mt="5px"
    borderRadius={severity === 'stop' ? '0' : '50%'}
    bg={severity === 'stop' ? 'stop' : 'transparent'}
    borderWidth="2px"
    borderStyle="solid"
    borderColor={severity === null ? 'line' : severity}
  />
)

/** The ways out that these findings offer, by what each changes: one is offered once. */
const waysOut = (snags: readonly OpenSnag[]) =>
  new Map(
    snags
      .flatMap((snag) => snag.fixes.slice(0, 2))
      .map((fix) => [whatChanges(fix), fix.says] as const)
      .toReversed(),
  )

/** The open findings of one screen, or about some records of it. */
export function SnagList({
  stage,
  about,
  title = 'Snags here',
  leading = false,
}: {
  stage?: OpenSnag['stage']
  about?: (snag: OpenSnag) => boolean
  title?: string
  /** The first has all its ways out. */
  leading?: boolean
}) {
  const snags = useOpenSnags().filter((s) => (!stage || s.stage === stage) && (!about || about(s)))
  if (snags.length === 0) return null
  return (
    <Box mt="18px">
      <Text fontWeight={700} mb="6px">
        {title}
      </Text>
      {snags.slice(0, 6).map((snag, i) => (
        <Snag
          key={`${snag.check} ${snag.about.id}`}
          snag={snag}
          brief={!(leading && i === 0)}
          given={waysOut(snags.slice(0, i))}
        />
      ))}
      {snags.length > 6 && (
        <Text color="soft" fontSize="small">
          and {snags.length - 6} more in the list above
        </Text>
      )}
    </Box>
  )
}
