import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useProductionStore } from '../../store/production.ts'
import { useParts, useProduction } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { GoTo } from '../../ui/GoTo.tsx'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Empty, Hint, Reading, Section, Title } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { ProgressChart } from './ProgressChart.tsx'
import { TakesAndFiles } from './TakesAndFiles.tsx'
import { CARDS_NOT_SEEN, dayReport } from '@kavrell/core/papers'
import { counted, minutesSeconds, sayBytes } from '@kavrell/core/text'

/** What did the day give, and what is missing? */
export function WrapScreen() {
  const production = useProduction()
  const productionId = useProductionStore((s) => s.productionId)
  const { dayPlan } = useDay()
  const logged = dayPlan && Object.values(production.take).some((take) => take.dayId === dayPlan.day.id)
  if (!dayPlan || (dayPlan.timeline.shots === 0 && !logged))
    return (
      <>
        <Empty says="The report follows from what was logged, and from a day’s order where there is one.">
          <GoTo stage="roll">Log a take</GoTo>
        </Empty>
        <TakesAndFiles />
      </>
    )
  const report = dayReport(production, dayPlan)
  const left = report.shotsPlanned - report.shotsDone
  const ofDay = { productionId: productionId!, dayId: dayPlan.day.id }
  return (
    <Page
      asideWidth={320}
      aside={
        <>
          <Text fontWeight={700} mb="4px">
            The day in figures
          </Text>
          <Reading name="Shots good" value={`${report.shotsDone} of ${report.shotsPlanned}`} />
          <Reading name="Takes" value={`${report.takes}, ${report.goodTakes} good`} />
          <Reading name="Takes per shot" value={report.takesPerShot?.toFixed(1) ?? '—'} />
          <Reading name="Recorded" value={minutesSeconds(report.recordedSeconds)} />
          <Reading name="First take" value={report.firstTake ?? '—'} />
          <Reading name="Last cut" value={report.lastCut ?? '—'} />
          <Reading name="Planned wrap" value={report.plannedWrap} />
          <Reading name="Copied" value={sayBytes(report.bytesCopied)} />
          <Reading name="Copies, checked" value={`${report.copies}, ${report.checkedCopies}`} />
          <Reading
            name="Cards copied by the rule"
            value={`${report.cardsCopied} of ${report.cards}`}
            {...(report.cardsCopied < report.cards ? { tone: 'stop' as const } : {})}
          />
          {report.cards > 0 && <Hint>{CARDS_NOT_SEEN}</Hint>}
          <Section title="Missing">
            {report.missing.length + report.missingShots.length === 0 && (
              <Text color="safe" fontWeight={600}>
                Nothing.
              </Text>
            )}
            {report.missing.map((line) => (
              <Text key={line} color="stop" py="2px">
                {line}
              </Text>
            ))}
            {report.missingShots
              .filter((s) => !s.mustHave)
              .map((s) => (
                <Text key={s.code} color="soft" py="2px">
                  <b>{s.code}</b> {s.sees}
                </Text>
              ))}
          </Section>
        </>
      }
    >
      <Title
        note={dayPlan.day.title}
        actions={
          <>
            {(
              [
                ['PDF', ENDPOINTS.reportPdf],
                ['CSV', ENDPOINTS.takesCsv],
                ['JSON', ENDPOINTS.reportJson],
                ['OpenTimelineIO', ENDPOINTS.takesOtio],
              ] as const
            ).map(([name, file]) => (
              <a key={name} href={addressOf(file, ofDay)} download>
                <Button as="span">{name}</Button>
              </a>
            ))}
          </>
        }
      >
        Wrap
      </Title>
      <Answer>
        {report.shotsPlanned === 0
          ? `${counted(report.takes, 'take')} logged; no shot was planned`
          : left === 0
            ? `All ${report.shotsPlanned} shots are good`
            : `${report.shotsDone} of ${report.shotsPlanned} shots good, ${left} missing`}
      </Answer>
      <Box h="220px" mt="14px">
        <ProgressChart report={report} times={dayPlan.clock} />
      </Box>
      {report.offTheDay > 0 && (
        <Text color="watch" data-off-the-day>
          {counted(report.offTheDay, 'good take')} logged by a clock that does not show {dayPlan.day.title}: not in the
          line.
        </Text>
      )}
      <Section title={`Takes, ${report.lines.length}`}>
        <Box overflowX="auto" tabIndex={0}>
          <Grid
            templateColumns="64px 34px 66px 96px 96px 54px 64px 44px 1fr"
            minW="640px"
            gap="0 10px"
            fontSize="small"
          >
            {['slate', 'take', '', 'start', 'end', 'length', 'cameras', 'sound', 'notes'].map((h, i) => (
              <Text key={i} color="faint" fontSize="note" borderBottom="1px solid" borderColor="line" pb="3px">
                {h}
              </Text>
            ))}
            {report.lines.map((l, i) =>
              [
                l.slate,
                l.wild ? '–' : l.take,
                l.wild ? 'wild' : l.verdict === 'no-good' ? 'no good' : l.verdict === 'open' ? '' : l.verdict,
                l.start,
                l.end,
                l.seconds === null ? '' : minutesSeconds(l.seconds),
                l.cameras,
                l.sound,
                l.notes,
              ].map((value, c) => (
                <Text
                  key={`${i} ${c}`}
                  py="4px"
                  borderBottom="1px solid"
                  borderColor="line"
                  truncate
                  fontFamily={c === 3 || c === 4 || c === 5 ? 'mono' : undefined}
                  fontWeight={c === 0 ? 700 : 400}
                  color={
                    c === 2 ? (l.verdict === 'good' ? 'safe' : l.verdict === 'no-good' ? 'stop' : 'soft') : undefined
                  }
                >
                  {value}
                </Text>
              )),
            )}
          </Grid>
        </Box>
      </Section>
      <TakesAndFiles />
      <SetLogs ofDay={ofDay} />
    </Page>
  )
}

const LOGS = [
  ['camera', 'Camera report'],
  ['sound', 'Sound report'],
  ['editor', 'Log for the editor'],
] as const

/** What was recorded, device by device: for all of the day, or for a unit, a device or a card. */
function SetLogs({ ofDay }: { ofDay: { readonly productionId: string; readonly dayId: string } }) {
  const { unit, camera, recorder, card } = useParts('unit', 'camera', 'recorder', 'card')
  const [only, setOnly] = useState('all')
  const groups: readonly (readonly [name: string, choices: readonly (readonly [id: string, says: string])[]])[] = [
    ['Units', Object.values(unit).map((one) => [one.id, one.name])],
    ['Cameras', Object.values(camera).map((one) => [one.id, `camera ${one.letter}`])],
    ['Sound', Object.values(recorder).map((one) => [one.id, `recorder ${one.letter}`])],
    ['Cards', Object.values(card).map((one) => [one.id, `card ${one.label}`])],
  ]
  return (
    <Section title="Logs of the set">
      <Flex gap="8px 20px" wrap="wrap" align="center">
        <Select aria-label="Logs of" w="200px" value={only} onChange={(e) => setOnly(e.target.value)}>
          <option value="all">the whole day</option>
          {groups.map(
            ([name, choices]) =>
              choices.length > 0 && (
                <optgroup key={name} label={name}>
                  {[...choices]
                    .sort((a, b) => a[1].localeCompare(b[1], 'en', { numeric: true }))
                    .map(([id, says]) => (
                      <option key={id} value={id}>
                        {says}
                      </option>
                    ))}
                </optgroup>
              ),
          )}
        </Select>
        {LOGS.map(([kind, name]) => (
          <Flex key={kind} gap="8px" align="center">
            <Text fontWeight={600}>{name}</Text>
            {(['pdf', 'csv', 'json'] as const).map((as) => (
              <Box asChild key={as} color="action" fontWeight={600}>
                <a
                  href={addressOf(ENDPOINTS.setLog, { ...ofDay, log: `${kind}.${as}`, only })}
                  download
                  aria-label={`${name}, ${as.toUpperCase()}`}
                >
                  {as.toUpperCase()}
                </a>
              </Box>
            ))}
          </Flex>
        ))}
      </Flex>
    </Section>
  )
}
