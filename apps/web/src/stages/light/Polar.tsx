import { Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useMemo } from 'react'
import { Scatter } from 'react-chartjs-2'
import { brightest, type Candelas, candelaAt, symmetryOf } from '@kavrell/core/photometry'
import { useDesk } from '../../store/desk.ts'

Chart.register(LinearScale, LineElement, PointElement, Tooltip)

const STEP_DEG = 2

/** A plane through the axis as a curve round the lamp: how far from the middle is how bright that way. */
const curve = (of: Candelas, planeDeg: number) =>
  Array.from({ length: 360 / STEP_DEG + 1 }, (_, i) => {
    const turn = -180 + i * STEP_DEG
    const candela = candelaAt(of, Math.abs(turn), turn < 0 ? (planeDeg + 180) % 360 : planeDeg)
    const rad = (turn * Math.PI) / 180
    return { x: candela * Math.sin(rad), y: -candela * Math.cos(rad) }
  })

/** What is drawn: the curve of each plane that differs, on axes as far as the brightest. */
function drawn(of: Candelas, soft: string, line: string, action: string) {
  const most = Math.round(brightest(of).candela) * 1.05
  const planes = symmetryOf(of) === 'axial' ? [0] : [0, 90]
  const axis = { min: -most, max: most, ticks: { color: soft, callback: (v: string | number) => Math.abs(Number(v)) }, grid: { color: line } } // prettier-ignore
  const data = {
    datasets: planes.map((plane, i) => ({
      showLine: true,
      pointRadius: 0,
      borderWidth: 2,
      label: plane === 0 ? 'along' : 'across',
      data: curve(of, plane),
      borderColor: i === 0 ? action : soft,
      borderDash: i === 0 ? [] : [5, 4],
    })),
  }
  const options = {
    animation: false as const,
    aspectRatio: 1,
    plugins: { legend: { display: planes.length > 1, position: 'bottom' as const }, tooltip: { enabled: false } },
    scales: { x: axis, y: axis },
  }
  return { data, options }
}

/** Candela round a lamp that looks down: along its first plane, and across it where that differs. */
export function Polar({ of, name }: { of: Candelas; name: string }) {
  // Colours are read off the page: another light has others.
  useDesk((s) => s.light)
  const colour = (token: string) =>
    getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${token}`).trim()
  const [soft, line, action] = [colour('soft'), colour('line'), colour('action')]
  // Drawn anew only where it is another lamp or light, and not whenever something else of the setup changes.
  const { data, options } = useMemo(() => drawn(of, soft, line, action), [of, soft, line, action])
  const peak = Math.round(brightest(of).candela)
  return (
    <Scatter role="img" aria-label={`Candela of ${name} by direction, ${peak} at most`} data={data} options={options} />
  )
}
