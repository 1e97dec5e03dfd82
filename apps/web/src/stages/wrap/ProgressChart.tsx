import { Chart, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import { useDesk } from '../../store/desk.ts'
import type { DayReport } from '@kavrell/core/papers'
import type { DayClock } from '@kavrell/core/time'

Chart.register(LinearScale, LineElement, PointElement, Filler, Legend, Tooltip)
Chart.defaults.font.family = "'Archivo Variable', sans-serif"

const MOST_HOURS_NAMED = 10

/** Shots planned against done over the day, an hour as wide as any other. */
export function ProgressChart({ report, times }: { report: DayReport; times: DayClock }) {
  // Colours are read off the page: another light has others.
  useDesk((s) => s.light)
  const colour = (name: string) =>
    getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${name}`).trim()
  const points = report.progress
  const min = Math.floor((points[0]?.minute ?? 0) / 60) * 60
  const hours = Math.max(1, Math.ceil(((points.at(-1)?.minute ?? 0) - min) / 60))
  const stepSize = 60 * Math.ceil(hours / MOST_HOURS_NAMED)
  // Whole steps, so that the last hour named is as far from the one before it as all others.
  const max = min + Math.ceil((hours * 60) / stepSize) * stepSize
  const line = { pointRadius: 0, stepped: 'before' as const }
  return (
    <Line
      role="img"
      aria-label={`Shots over the day: ${report.shotsDone} of ${report.shotsPlanned} done`}
      data={{
        datasets: [
          {
            ...line,
            label: 'planned',
            data: points.map((p) => ({ x: p.minute, y: p.planned })),
            borderColor: colour('faint'),
            borderDash: [5, 4],
            borderWidth: 1.5,
          },
          {
            ...line,
            label: 'done',
            data: points.flatMap((p) => (p.done === null ? [] : [{ x: p.minute, y: p.done }])),
            borderColor: colour('action'),
            backgroundColor: colour('tint'),
            fill: true,
            borderWidth: 2.5,
          },
        ],
      }}
      options={{
        maintainAspectRatio: false,
        animation: false,
        plugins: {
          legend: { position: 'bottom', align: 'start', labels: { boxWidth: 22, boxHeight: 1, color: colour('soft') } },
          tooltip: { callbacks: { title: ([item]) => times.text(Math.floor(item?.parsed.x ?? 0)) } },
        },
        interaction: { mode: 'nearest', axis: 'x', intersect: false },
        scales: {
          x: {
            type: 'linear',
            min,
            max,
            ticks: {
              color: colour('faint'),
              stepSize,
              maxRotation: 0,
              callback: (minute) => times.text(Number(minute)),
            },
            grid: { display: false },
          },
          y: { beginAtZero: true, ticks: { color: colour('faint'), precision: 0 }, grid: { color: colour('line') } },
        },
      }}
    />
  )
}
