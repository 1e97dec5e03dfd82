import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { dayReport, type DayReport } from '@kavrell/core/wrap'
import { CategoryScale, Chart, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import { useProductionStore } from '../../store/production.ts'
import { useProduction } from '../../store/selectors.ts'
import { clock, minutesSeconds, sayBytes } from '../../ui/format.ts'
import { Answer, Button, Empty, Page, Reading, Section, Title } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { useDesk } from '../../store/desk.ts'

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Filler, Legend, Tooltip)

/** What did the day give, and what is missing? */
export function WrapScreen() {
  const production = useProduction()
  const productionId = useProductionStore((s) => s.productionId)
  const { plan } = useDay()
  if (!plan || plan.timeline.shots === 0)
    return <Empty says="The report follows from a day’s order and what was logged." />
  const report = dayReport(production, plan)
  const left = report.shotsPlanned - report.shotsDone
  const base = `/api/productions/${productionId}/days/${plan.day.id}`
  return (
    <Page
      asideWidth="320px"
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
        note={plan.day.title}
        actions={
          <>
            {(
              [
                ['PDF', 'report.pdf'],
                ['CSV', 'takes.csv'],
                ['JSON', 'report.json'],
                ['OpenTimelineIO', 'good-takes.otio'],
              ] as const
            ).map(([name, file]) => (
              <a key={file} href={`${base}/${file}`} download>
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
        <Progress report={report} />
      </Box>
      <Section title={`Takes, ${report.lines.length}`}>
        <Grid templateColumns="64px 34px 66px 96px 96px 54px 64px 44px 1fr" gap="0 10px" fontSize="13.5px">
          {['slate', 'take', '', 'start', 'end', 'length', 'cameras', 'sound', 'notes'].map((h, i) => (
            <Text key={i} color="faint" fontSize="12px" borderBottom="1px solid" borderColor="line" pb="3px">
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

/** Shots planned against done over the day. */
function Progress({ report }: { report: DayReport }) {
  useDesk((s) => s.light)
  const colour = (name: string) =>
    getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${name}`).trim()
  const points = report.progress
  return (
    <Line
      role="img"
      aria-label={`Shots over the day: ${report.shotsDone} of ${report.shotsPlanned} done`}
      data={{
        labels: points.map((p) => clock(p.minute)),
        datasets: [
          {
            label: 'planned',
            data: points.map((p) => p.planned),
            borderColor: colour('faint'),
            borderDash: [5, 4],
            pointRadius: 0,
            stepped: true,
            borderWidth: 1.5,
          },
          {
            label: 'done',
            data: points.map((p) => p.done),
            borderColor: colour('action'),
            backgroundColor: colour('tint'),
            fill: true,
            pointRadius: 2,
            stepped: true,
            borderWidth: 2.5,
          },
        ],
      }}
      options={{
        maintainAspectRatio: false,
        animation: false,
        font: { family: 'Archivo Variable' },
        plugins: {
          legend: { position: 'bottom', align: 'start', labels: { boxWidth: 22, boxHeight: 1, color: colour('soft') } },
        },
        scales: {
          x: { ticks: { color: colour('faint'), maxTicksLimit: 12 }, grid: { display: false } },
          y: { beginAtZero: true, ticks: { color: colour('faint'), precision: 0 }, grid: { color: colour('line') } },
        },
      }}
    />
  )
}
