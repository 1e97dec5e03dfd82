import { Box, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { whereIs, whereThingIs } from '@kavrell/core/cards'
import { useProduction } from '../../store/selectors.ts'
import { ScanLabel } from '../../ui/ScanLabel.tsx'
import { Input } from '../../ui/fields.tsx'

/** “Where is B2?”: a card, drive, case or thing by its label or serial. */
export function WhereIs() {
  const production = useProduction()
  const [asked, setAsked] = useState('')
  const [scanned, setScanned] = useState<string | null>(null)
  const found = useMemo(
    () =>
      scanned === null ? whereIs(production, asked) : [whereThingIs(production, scanned)].filter((one) => one !== null),
    [production, asked, scanned],
  )
  return (
    <Box mt="8px" maxW="560px">
      <Input
        type="search"
        aria-label="Where is"
        placeholder="Where is … a label or serial, such as B2"
        value={asked}
        onChange={(e) => {
          setScanned(null)
          setAsked(e.target.value)
        }}
      />
      <Box mt="6px" display={{ base: 'block', md: 'none' }}>
        <ScanLabel
          onThing={(id) => {
            setAsked('')
            setScanned(id)
          }}
        />
      </Box>
      {(asked.trim() !== '' || scanned !== null) && (
        <Box role="status" mt="4px">
          {found.length === 0 && (
            <Text>
              {scanned === null
                ? `Nothing on the lists is called ${asked.trim()}.`
                : 'That label is of no card, drive, case or thing on the lists of this production.'}
            </Text>
          )}
          {found.map(({ kind, id, says }) => (
            <Box key={`${kind} ${id}`} py="4px" borderBottom="1px solid" borderColor="line">
              {says.map((line, i) => (
                <Text key={line} fontWeight={i === 0 ? 600 : 400} color={i === 0 ? 'ink' : 'soft'}>
                  {line}
                </Text>
              ))}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  )
}
