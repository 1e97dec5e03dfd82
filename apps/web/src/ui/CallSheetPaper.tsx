import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { DateTime } from 'luxon'
import type { PrintedCallSheet, CallSheetChange } from '@kavrell/core/callSheets'

/** Changes that are listed; the rest is in the order itself. */
const MOST_CHANGES = 12
const WIDE_ONLY = { base: 'none', md: 'block' }

/** A call sheet as paper: black on white whatever the light. */
export function CallSheetPaper({
  sheet,
  version,
  changes,
}: {
  sheet: PrintedCallSheet
  version: number | null
  changes: readonly CallSheetChange[]
}) {
  return (
    <Box bg="white" color="black" p={{ base: '18px', md: '26px 28px' }} fontSize="note" lineHeight="1.35" data-paper>
      <Flex gap="16px" borderBottom="2px solid black" pb="10px">
        <Box flex="1">
          <Text fontSize="title" fontWeight={800} css={{ fontStretch: '110%' }} lineHeight="1.15">
            {sheet.title}
          </Text>
          <Text mt="2px">
            {sheet.day}, {DateTime.fromISO(sheet.date).setLocale('en-GB').toFormat('cccc d LLLL yyyy')}
          </Text>
          <Text mt="5px">{[sheet.sun, ...sheet.fixedEvents].filter(Boolean).join('. ')}.</Text>
          {sheet.weather && <Text>Weather: {sheet.weather}</Text>}
        </Box>
        <Box borderLeft="1px solid #999" pl="12px" w="140px">
          <Text fontSize="tiny">Unit call</Text>
          <Text fontSize="answer" fontWeight={800} lineHeight="1.1">
            {sheet.unitCall}
          </Text>
          <Text fontSize="tiny">
            {[
              sheet.firstShot ? `first shot ${sheet.firstShot}` : '',
              ...sheet.meals.map((m) => `meal ${m}`),
              sheet.wrap ? `wrap ${sheet.wrap}` : '',
            ]
              .filter(Boolean)
              .join(', ')}
          </Text>
        </Box>
      </Flex>
      {changes.length > 0 && (
        <Box mt="10px" pl="8px" borderLeft="3px solid black">
          <Text fontWeight={700}>Changed since the version before</Text>
          {changes.slice(0, MOST_CHANGES).map((c, i) => (
            <Text key={i}>
              {c.what}: {c.was && `${c.was} is now `}
              <b>{c.now}</b>
            </Text>
          ))}
          {changes.length > MOST_CHANGES && <Text>and {changes.length - MOST_CHANGES} more below.</Text>}
        </Box>
      )}
      {sheet.places.map((place, i) => (
        <Box key={i} mt="10px">
          <Text fontWeight={700}>{place.name}</Text>
          {[place.address, place.directions, place.parking, place.shelter].filter(Boolean).map((line) => (
            <Text key={line}>{line}</Text>
          ))}
          {place.hospital && (
            <Text>
              <b>Nearest hospital</b> {place.hospital}
            </Text>
          )}
        </Box>
      ))}
      <Box mt="10px" border="1px solid black" p="7px 9px">
        <Text fontWeight={700}>Take care</Text>
        {sheet.cautions.map((line) => (
          <Text key={line}>{line}</Text>
        ))}
      </Box>
      <Grid
        templateColumns={{ base: '46px 48px minmax(0, 1fr) 26px 28px', md: '46px 56px minmax(0, 1fr) 24px 110px 28px' }}
        columnGap="8px"
        mt="12px"
      >
        {['time', 'shot', 'what', 'light', 'with', 'min'].map((head) => (
          <Text
            key={head}
            display={head === 'with' ? WIDE_ONLY : undefined}
            fontSize="tiny"
            color="#555"
            borderBottom="1px solid black"
          >
            {head}
          </Text>
        ))}
        {sheet.rows.map((row, i) => [
          <Text key={`${i}t`} py="2.5px">
            {row.time}
          </Text>,
          <Text key={`${i}s`} py="2.5px" fontWeight={700}>
            {row.shot}
          </Text>,
          <Text key={`${i}w`} py="2.5px" color={row.shot ? 'black' : '#555'}>
            {row.what}
          </Text>,
          <Text key={`${i}l`} py="2.5px">
            {row.setup}
          </Text>,
          <Text key={`${i}p`} py="2.5px" display={WIDE_ONLY}>
            {row.who}
          </Text>,
          <Text key={`${i}m`} py="2.5px" textAlign="right">
            {row.time && row.minutes}
          </Text>,
        ])}
      </Grid>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="20px" mt="12px">
        {sheet.people.map((person) => (
          <Flex key={person.personId} borderBottom="0.5px solid #bbb" py="2px" gap="8px">
            <Text>{person.name}</Text>
            <Text color="#555">{person.role}</Text>
            <Text ml="auto" fontWeight={700}>
              {person.call}
            </Text>
          </Flex>
        ))}
      </Grid>
      {[['Walkie channels', sheet.channels ?? []] as const, ['The next day', sheet.advance ?? []] as const].map(
        ([title, lines]) =>
          lines.length > 0 && (
            <Box key={title} mt="10px">
              <Text fontWeight={700}>{title}</Text>
              {lines.map((line) => (
                <Text key={line}>{line}</Text>
              ))}
            </Box>
          ),
      )}
      {sheet.kit.length > 0 && (
        <Text mt="10px">
          <b>Kit</b> {sheet.kit.join(', ')}
        </Text>
      )}
      {sheet.note && <Text mt="6px">{sheet.note}</Text>}
      <Text mt="10px" fontSize="tiny" color="#555">
        {version === null ? 'Draft, not sent' : `Version ${version}`}
      </Text>
    </Box>
  )
}
