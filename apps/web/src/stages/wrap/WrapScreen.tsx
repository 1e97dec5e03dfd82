import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useProductionStore } from '../../store/production.ts'
import { useProduction } from '../../store/selectors.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Empty, Reading, Section, Title } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { ProgressChart } from './ProgressChart.tsx'
import { dayReport } from '@kavrell/core/papers'
import { minutesSeconds, sayBytes } from '@kavrell/core/text'

/** What did the day give, and what is missing? */
export function WrapScreen() {
  const production = useProduction()
  const productionId = useProductionStore((s) => s.productionId)
  const { dayPlan } = useDay()
  if (!dayPlan || dayPlan.timeline.shots === 0)
    return <Empty says="The report follows from a day’s order and what was logged." />
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
            name="Cards safe"
            value={`${report.cardsSafe} of ${report.cards}`}
            tone={report.cardsSafe < report.cards ? 'stop' : 'safe'}
          />
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
                ['OpenTimelineIO', ENDPOINTS.goodTakesOtio],
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
        {left === 0
          ? `All ${report.shotsPlanned} shots are good`
          : `${report.shotsDone} of ${report.shotsPlanned} shots good, ${left} missing`}
      </Answer>
      <Box h="220px" mt="14px">
        <ProgressChart report={report} times={dayPlan.clock} />
      </Box>
      <Section title={`Takes, ${report.lines.length}`}>
        <Grid templateColumns="64px 34px 66px 96px 96px 54px 64px 44px 1fr" gap="0 10px" fontSize="small">
          {['slate', 'take', '', 'start', 'end', 'length', 'cameras', 'sound', 'notes'].map((h, i) => (
            <Text key={i} color="faint" fontSize="note" borderBottom="1px solid" borderColor="line" pb="3px">
              {h}
            </Text>
          ))}
          {report.lines.map((l, i) =>
            [
              l.slate,
              l.wild ? '–' : l.take,
              l.wild ? 'wild' : l.verdict === 'no-good' ? 'no good' : l.verdict,
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
      </Section>
      <Flex mt="10px" />
    </Page>
  )
}
