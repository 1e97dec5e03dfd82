import { Presets, SingleBar } from 'cli-progress'
import { minutesSeconds, sayBytes } from '@kavrell/core/text'

/** A rate is told once it has been watched for so long. */
const SETTLED_S = 1

/** How far along, how fast, and how long still; nothing where nobody looks on, or where quiet was asked for. */
export function progressBar({ json, quiet }: { readonly json: boolean; readonly quiet: boolean }) {
  const shown = process.stderr.isTTY && !json && !quiet
  const bar = shown
    ? new SingleBar(
        { format: '{what} {bar} {percentage} %  {rate}  {left}', hideCursor: true, clearOnComplete: true, fps: 5 },
        Presets.shades_grey,
      )
    : null
  let current: string | null = null
  let beganMs = 0
  const stop = () => {
    bar?.stop()
    current = null
  }
  return {
    stop,
    at(what: string, done: number, total: number) {
      if (!bar || total === 0) return
      if (current !== what) {
        stop()
        current = what
        beganMs = Date.now()
        bar.start(total, 0, { what, rate: '', left: '' })
      }
      const seconds = (Date.now() - beganMs) / 1000
      const rate = seconds > SETTLED_S ? done / seconds : 0
      bar.update(done, {
        what,
        rate: rate > 0 ? `${sayBytes(rate)}/s` : '',
        left: rate > 0 ? `${minutesSeconds(Math.max(0, (total - done) / rate))} left` : '',
      })
    },
  }
}
