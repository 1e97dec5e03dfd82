import { Box, Drawer, Flex, Portal, Text } from '@chakra-ui/react'
import { type FindingKind, findingKinds } from '@kavrell/core/snags'
import { counted } from '@kavrell/core/text'
import { useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { chooseDay, showSnags, useDesk } from '../store/desk.ts'
import { say, useProductionStore, commitOrSay } from '../store/production.ts'
import { type OpenSnag, useRights, useSnags, useParts } from '../store/selectors.ts'
import { mendTogether } from '../store/snags.ts'
import { useWaysOut } from '../ui/useWaysOut.ts'
import { AcceptSnags, applyFix, Snag, SnagEvidence, SnagMark } from '../ui/Snag.tsx'
import { Button } from '../ui/parts.tsx'
import { Misfits } from './Misfits.tsx'
import { STAGES } from './stages.ts'

const stageName = (path: string) => STAGES.find((s) => s.path === path)?.name ?? path

/** Leads to the thing a finding is about, on its screen and its day. */
function useGo() {
  const navigate = useNavigate()
  const productionId = useProductionStore((s) => s.productionId)
  const { day, orderItem } = useParts('day', 'orderItem')
  return (snag: OpenSnag) => {
    const { kind, id } = snag.about
    const dayId = kind === 'day' ? day[id]?.id : kind === 'orderItem' ? orderItem[id]?.dayId : undefined
    if (dayId) chooseDay(dayId)
    showSnags(false)
    void navigate(`/p/${productionId}/${snag.stage}#${id}`)
  }
}

/** Every finding: the worst large, the others a line each, those of one kind together. */
export function SnagDrawer() {
  const open = useDesk((s) => s.snagsOpen)
  return (
    <Drawer.Root open={open} onOpenChange={(e) => showSnags(e.open)} placement="end" lazyMount unmountOnExit>
      <Portal>
        <Drawer.Backdrop />
        <Drawer.Positioner>
          <Drawer.Content maxW="min(680px, 100vw)" aria-label="Snags">
            <Drawer.Header alignItems="center" borderBottom="1px solid" borderColor="ink">
              <Drawer.Title>Snags</Drawer.Title>
              <Button kind="quiet" ml="auto" onClick={() => showSnags(false)}>
                Close{' '}
                <Box as="span" fontFamily="mono" fontSize="note" color="faint" display={{ base: 'none', md: 'inline' }}>
                  Esc
                </Box>
              </Button>
            </Drawer.Header>
            <Drawer.Body pb="24px">
              <Misfits />
              <AllSnags />
            </Drawer.Body>
          </Drawer.Content>
        </Drawer.Positioner>
      </Portal>
    </Drawer.Root>
  )
}

function AllSnags() {
  const snags = useSnags()
  const { stage = null } = useParams()
  const open = useMemo(() => snags.filter((s) => !s.acceptedBecause), [snags])
  const accepted = snags.filter((s) => s.acceptedBecause)
  const kinds = useMemo(() => findingKinds(open, stage as OpenSnag['stage'] | null), [open, stage])
  const worst = kinds[0]?.severity === 'stop' ? kinds[0].findings[0]! : null
  const others = useMemo(
    () =>
      findingKinds(
        open.filter((s) => s !== worst),
        stage as OpenSnag['stage'] | null,
      ),
    [open, worst, stage],
  )
  if (snags.length === 0) return <Text color="soft">Nothing found. Checks run again with every change.</Text>
  return (
    <>
      {worst && <Worst snag={worst} of={open.filter((s) => s.severity === 'stop').length} />}
      {others.map((kind) => (
        <KindRow key={`${kind.severity} ${kind.check}`} kind={kind} />
      ))}
      {accepted.length > 0 && <Accepted snags={accepted} />}
    </>
  )
}

/** The one that matters most, with what was measured and every way out. */
function Worst({ snag, of }: { snag: OpenSnag; of: number }) {
  const rights = useRights()
  const go = useGo()
  const [accepting, setAccepting] = useState(false)
  const ways = useWaysOut(snag, 6)
  return (
    <Box py="10px" borderBottom="1px solid" borderColor="ink" data-snag={snag.check} data-severity={snag.severity}>
      <Flex gap="9px" align="baseline" fontSize="small" color="soft">
        <SnagMark severity="stop" />
        <Text>{of === 1 ? 'the one that stops you' : `worst of ${of} that stop you`}</Text>
        <Text>{stageName(snag.stage)}</Text>
        <Button kind="word" ml="auto" onClick={() => go(snag)}>
          Go there
        </Button>
        {rights.plan && (
          <Button kind="quiet" py="0" onClick={() => setAccepting(!accepting)}>
            Accept
          </Button>
        )}
      </Flex>
      <Text color="stop" fontSize="title" fontWeight={700} lineHeight="1.2" my="4px" data-answer>
        {snag.says}
      </Text>
      {accepting && <AcceptSnags snags={[snag]} onDone={() => setAccepting(false)} />}
      <SnagEvidence snag={snag} />
      <Box mt="8px">
        {ways.length === 0 && (
          <Text fontSize="small" color="soft">
            There is no way out that one press could take. Go there to change what it was measured from.
          </Text>
        )}
        {rights.plan &&
          ways.map(({ fix, isTried }, i) => (
            <Flex key={fix.says} gap="10px" py="4px" align="center" borderTop="1px solid" borderColor="line">
              <Text color="faint" fontSize="small" w="12px">
                {i + 1}
              </Text>
              <Text fontSize="small" fontWeight={600}>
                {fix.says}
              </Text>
              <Button
                ml="auto"
                kind={i === 0 ? 'main' : 'plain'}
                aria-label={`Do it: ${fix.says}`}
                disabled={!isTried}
                onClick={() => applyFix(fix)}
              >
                Do it
              </Button>
            </Flex>
          ))}
      </Box>
    </Box>
  )
}

/** One line: how often, where, what, the way out, and the rest of it when it is opened. */
function KindRow({ kind }: { kind: FindingKind<OpenSnag> }) {
  const rights = useRights()
  const go = useGo()
  const [open, setOpen] = useState(false)
  const [accepting, setAccepting] = useState(false)
  const { findings } = kind
  const [only] = findings as readonly [OpenSnag]
  const many = findings.length > 1
  const [way] = useWaysOut(only, 1)
  const canMend = rights.plan && (many ? findings.some((f) => f.fixes.length > 0) : way !== undefined)
  return (
    <Box
      borderBottom="1px solid"
      borderColor="line"
      data-snag-kind={kind.check}
      {...(many ? {} : { 'data-snag': kind.check, 'data-severity': kind.severity })}
    >
      <Flex gap="9px" py="4px" fontSize="small" align="baseline">
        <SnagMark severity={kind.severity} />
        <Text w="30px" fontWeight={700} flexShrink={0}>
          {many ? `${findings.length} ×` : ''}
        </Text>
        <Text w="52px" color="soft" flexShrink={0}>
          {stageName(kind.stage)}
        </Text>
        <Button
          kind="bare"
          flex="1"
          minW={0}
          justifyContent="start"
          whiteSpace="normal"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {many ? kind.says : only.says}
        </Button>
        {canMend && (
          <Button
            kind="word"
            whiteSpace="normal"
            maxW="190px"
            disabled={!many && !way!.isTried}
            onClick={() => (many ? void mend(kind) : applyFix(way!.fix))}
          >
            {many ? `Mend all ${findings.length}` : way!.fix.says}
          </Button>
        )}
        {rights.plan && (
          <Button kind="quiet" py="0" onClick={() => setAccepting(!accepting)}>
            {many ? 'Accept all' : 'Accept'}
          </Button>
        )}
      </Flex>
      {accepting && <AcceptSnags snags={findings} onDone={() => setAccepting(false)} />}
      {open && (
        <Box pl="18px" pb="8px">
          {findings.map((snag) => (
            <Snag key={snag.about.id} snag={snag} onGo={() => go(snag)} />
          ))}
        </Box>
      )}
    </Box>
  )
}

async function mend({ says, findings }: FindingKind<OpenSnag>): Promise<void> {
  const mended = await mendTogether(findings)
  if (!mended || mended.mended === 0) {
    say(`No way out of “${says}” leads on without another snag that stops. Open it and choose.`, 'stop')
    return
  }
  if (commitOrSay(`Mend ${counted(mended.mended, 'snag')}: ${says}`, mended.changes))
    say(
      mended.left === 0 ? `All ${mended.mended} mended.` : `${mended.mended} mended, ${mended.left} left.`,
      'info',
      true,
    )
}

function Accepted({ snags }: { snags: readonly OpenSnag[] }) {
  const [open, setOpen] = useState(false)
  return (
    <Box mt="10px">
      <Button kind="bare" fontSize="small" aria-expanded={open} onClick={() => setOpen(!open)}>
        <b>{snags.length} accepted</b>
        <Box as="span" color="soft">
          quiet until what was measured changes
        </Box>
      </Button>
      {open && snags.map((snag) => <Snag key={`${snag.check} ${snag.about.id}`} snag={snag} />)}
    </Box>
  )
}
