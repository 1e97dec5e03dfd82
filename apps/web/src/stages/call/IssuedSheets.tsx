import { Box, Flex, Text } from '@chakra-ui/react'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import type { RecordOf } from '@kavrell/core/records'
import { DateTime } from 'luxon'
import { useProductionStore } from '../../store/production.ts'

/** Every version that went out, to be had again as it was. */
export function IssuedSheets({ issued, timeZone }: { issued: readonly RecordOf<'sentSheet'>[]; timeZone: string }) {
  const productionId = useProductionStore((s) => s.productionId)!
  if (issued.length === 0) return null
  return (
    <Flex gap="4px 14px" mt="10px" wrap="wrap" align="center">
      <Text color="soft">As issued:</Text>
      {issued.map((sent) => (
        <Box asChild key={sent.id} color="action" fontWeight={600}>
          <a href={addressOf(ENDPOINTS.issuedSheetPdf, { productionId, sentSheetId: sent.id })} download>
            version {sent.number},{' '}
            {DateTime.fromISO(sent.sentAt, { zone: timeZone }).setLocale('en-GB').toFormat('d LLL HH:mm')}
          </a>
        </Box>
      ))}
    </Flex>
  )
}
