import { Box, Flex, Text } from '@chakra-ui/react'
import { blank, fieldsOf } from '@kavrell/contract'
import { evidenceHash, type Fix, withNewIds } from '@kavrell/core/snags'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { commit, say } from '../store/production.ts'
import { type OpenSnag, useOpenSnags, useProduction, useRights } from '../store/selectors.ts'
import { Button } from './parts.tsx'
import { Input } from './RecordField.tsx'

const printed = (value: number | string) =>
  typeof value === 'number'
    ? Math.abs(value) >= 100
      ? String(Math.round(value))
      : String(Math.round(value * 10) / 10)
    : value

export function applyFix(fix: Fix): void {
  const refused = commit(fix.says, withNewIds(fix.changes, uuidv7))
  if (refused) say(refused, 'stop')
  else say(`${fix.says}: done.`, 'info', true)
}

/** One finding: what is wrong, what was measured, by which rule, and the ways out as buttons. */
export function Snag({ snag, onGo, brief = false }: { snag: OpenSnag; onGo?: () => void; brief?: boolean }) {
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState<string | null>(null)
  const rights = useRights()
  const { production } = useProduction()
  const tone = snag.acceptedBecause ? 'plain' : snag.severity
  const accept = () => {
    const refused = commit('Accept a snag', [
      {
        op: 'create',
        kind: 'acceptance',
        id: uuidv7(),
        fields: blank('acceptance', {
          check: snag.check,
          about: snag.about.id,
          evidence: evidenceHash(snag),
          reason: reason ?? '',
        }),
      },
    ])
    if (refused) say(refused, 'stop')
    else setReason(null)
  }
  const rule = snag.rule ? fieldsOf('production')[snag.rule] : undefined
  return (
    <Box
      bg={tone === 'plain' ? 'well' : `${tone}Tint`}
      px="10px"
      py="8px"
      mb="6px"
      borderRadius="2px"
      fontSize="13.5px"
      data-snag={snag.check}
      data-severity={snag.severity}
    >
      <Text color={tone === 'plain' ? 'soft' : tone} fontWeight={600}>
        {snag.says}
      </Text>
      {snag.acceptedBecause && <Text color="soft">Accepted: {snag.acceptedBecause}</Text>}
      <Flex gap="6px" mt="6px" wrap="wrap" align="center">
        {rights.plan &&
          snag.fixes.slice(0, brief ? 2 : 6).map((fix) => (
            <Button
              key={fix.says}
              borderColor={tone === 'plain' ? 'ink' : tone}
              color={tone === 'plain' ? 'ink' : tone}
              onClick={() => applyFix(fix)}
            >
              {fix.says}
            </Button>
          ))}
        <Button kind="quiet" onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Less' : 'Why'}
        </Button>
        {onGo && (
          <Button kind="quiet" onClick={onGo}>
            Go there
          </Button>
        )}
        {rights.plan && !snag.acceptedBecause && reason === null && (
          <Button kind="quiet" onClick={() => setReason('')}>
            Accept
          </Button>
        )}
      </Flex>
      {reason !== null && (
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
      )}
      {open && (
        <Box mt="6px" color="soft" fontSize="12.5px">
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
      )}
    </Box>
  )
}

/** The open findings of one screen, or about some records of it. */
export function SnagList({
  stage,
  about,
  title = 'Snags here',
}: {
  stage?: OpenSnag['stage']
  about?: (snag: OpenSnag) => boolean
  title?: string
}) {
  const snags = useOpenSnags().filter((s) => (!stage || s.stage === stage) && (!about || about(s)))
  if (snags.length === 0) return null
  return (
    <Box mt="18px">
      <Text fontWeight={700} mb="6px">
        {title}
      </Text>
      {snags.slice(0, 6).map((snag) => (
        <Snag key={`${snag.check} ${snag.about.id}`} snag={snag} brief />
      ))}
      {snags.length > 6 && (
        <Text color="soft" fontSize="13px">
          and {snags.length - 6} more in the list above
        </Text>
      )}
    </Box>
  )
}
