import { Box, Text } from '@chakra-ui/react'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import type { RecordOf } from '@kavrell/core/records'
import { newestPlaces, SAID_BY } from '@kavrell/core/sync'
import { useProduction } from '../../store/selectors.ts'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Reading, Section } from '../../ui/parts.tsx'

/** Where recordings were believed to lie when somebody kept it, by what they lie on. */
export function KeptPlaces({ entries }: { entries: readonly RecordOf<'syncPlace'>[] }) {
  const references = [...new Set(entries.toSorted((a, b) => b.version - a.version).map(({ reference }) => reference))]
  const productionId = useProduction().production.id
  return references.map((reference, i) => (
    <Section
      key={reference}
      title={`Kept: laid on ${reference}`}
      actions={
        i === 0 && <PaperLink href={addressOf(ENDPOINTS.syncPdf, { productionId })}>Sync report on paper</PaperLink>
      }
    >
      <Box maxW="640px">
        {[...newestPlaces(entries, reference).values()].map(({ file, by, atS, withinS, driftPpm }) => (
          <Box key={file} data-kept={file}>
            <Reading
              name={
                <>
                  <Text as="span" color="ink" fontWeight={600}>
                    {file}
                  </Text>{' '}
                  {SAID_BY[by]}
                </>
              }
              value={[
                atS === null ? 'nowhere' : `${atS < 0 ? '−' : ''}${Math.abs(atS).toFixed(3)} s`,
                withinS !== null && `±${(withinS * 1000).toFixed(1)} ms`,
                driftPpm !== null && `${driftPpm < 0 ? '−' : ''}${Math.abs(driftPpm).toFixed(1)} ppm`,
              ]
                .filter(Boolean)
                .join('  ')}
            />
          </Box>
        ))}
      </Box>
    </Section>
  ))
}
