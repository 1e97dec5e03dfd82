import { Box, Flex, Text } from '@chakra-ui/react'
import type { Misfit } from '../store/device.ts'
import { decideMisfit, disagreement, say, useProductionStore } from '../store/production.ts'
import { useUnits } from '../store/selectors.ts'
import { Button } from '../ui/parts.tsx'
import { useNames } from '../ui/useNames.ts'
import { fieldsOf, isKindName, showValue } from '@kavrell/core/records'

/** What this device wrote while it was away and that no longer fitted when it arrived. Nothing of it is lost. */
export function Misfits() {
  const misfits = useProductionStore((s) => s.misfits)
  if (misfits.length === 0) return null
  return (
    <Box mt="18px">
      <Text fontWeight={700} mb="6px">
        Not saved, kept on this device, {misfits.length}
      </Text>
      {misfits.map((misfit) => (
        <One key={misfit.id} misfit={misfit} />
      ))}
    </Box>
  )
}

function One({ misfit }: { misfit: Misfit }) {
  const between = disagreement(misfit)
  const kind = 'kind' in misfit.refusal ? misfit.refusal.kind : ''
  const field = between && isKindName(kind) ? fieldsOf(kind)[between.field] : undefined
  const names = useNames(field)
  const units = useUnits()
  const text = (value: unknown) => (field ? showValue(field, value, names, units) : JSON.stringify(value)) || 'empty'
  const decide = (insist: boolean) => {
    const done = decideMisfit(misfit, insist)
    if (!done.ok) say(done.error, 'stop')
  }
  return (
    <Box
      bg="stopTint"
      px="10px"
      py="8px"
      mb="6px"
      borderRadius="2px"
      fontSize="small"
      data-snag="device.no-longer-fits"
    >
      <Text color="stop" fontWeight={600}>
        “{misfit.edit.label}” did not fit any more when it arrived. {misfit.refusal.says}
      </Text>
      {between && (
        <Text color="soft" fontFamily="mono" fontSize="note" mt="2px">
          there: {text(between.current)} · here: {text(between.mine)}
        </Text>
      )}
      <Flex gap="6px" mt="6px" wrap="wrap">
        {between && (
          <Button borderColor="stop" color="stop" onClick={() => decide(true)}>
            Set it to {text(between.mine)}
          </Button>
        )}
        <Button kind="quiet" onClick={() => decide(false)}>
          {between ? `Leave it at ${text(between.current)}` : 'Let it go'}
        </Button>
      </Flex>
    </Box>
  )
}
