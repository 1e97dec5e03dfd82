import { Box, Text } from '@chakra-ui/react'
import { type ReactNode, useMemo } from 'react'
import { type DayFiles, dayFiles, type Lacks, type Overlapping, type RunFiles } from '@kavrell/core/cards'
import { byId, type Clip } from '@kavrell/core/records'
import { counted, minutesSeconds } from '@kavrell/core/text'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'

const MOST = 12
const HOUR_S = 3600

/** What the log and the files that were read off cards say of one another, over all days. */
export function TakesAndFiles() {
  const production = useProduction()
  const files = useMemo(() => dayFiles(production), [production])
  if (Object.keys(production.clip).length === 0) return null
  const labelOf = (clip: Clip) => byId(production.card, clip.cardId)?.label ?? '?'
  const found = files.runs.length - files.without.length - files.notRead.length
  const good = files.without.filter(({ take }) => take?.verdict === 'good')
  const short = files.runs.filter(({ lacks }) => lacks.atStartS + lacks.atEndS > 0)
  return (
    <Section title="Takes and files">
      <Text fontWeight={700} color={good.length > 0 ? 'stop' : 'ink'} data-takes-and-files>
        {good.length > 0
          ? `${counted(good.length, 'good recording')} ${good.length === 1 ? 'is' : 'are'} in no file`
          : files.runs.length === 0
            ? `${counted(files.unlogged.length + files.ofNoDevice.length + files.old.length, 'file')} on cards, and nothing on the log`
            : `${found} of ${counted(files.runs.length, 'recording')} on the log ${found === 1 ? 'has its' : 'have their'} files`}
        {files.notRead.length > 0 && `; at ${files.notRead.length} nobody could look`}
      </Text>
      <Text color="soft" fontSize="note">
        By when each was recorded, with each device’s clock put right by what most of its files agree on. No card may be
        wiped for that: Offload says which.
      </Text>
      <List title="In no file" of={[...good, ...files.without.filter((one) => !good.includes(one))]} tone="stop">
        {(one) => `${nameOf(one)}${one.take?.verdict === 'good' ? ', good' : ''}`}
      </List>
      <List title="Shorter than the log says" of={short} tone="watch">
        {(one) => `${nameOf(one)}: ${sayLacks(one.lacks)} in no file`}
      </List>
      <List title="At the same time on one device" of={files.overlapping} tone="watch">
        {sayOverlap}
      </List>
      <List title="On another card than the log has it" of={files.elsewhere}>
        {({ run, logged, found: on }) => `${nameOf(run)}: logged on ${logged}, its file is on ${on}`}
      </List>
      <List title="Logged by nobody" of={files.unlogged}>
        {(one) => sayUnlogged(one, labelOf(one.clip))}
      </List>
      <List title="On a card of which nobody has said what it was in" of={files.ofNoDevice} tone="watch">
        {(clip) => `${clip.path} on ${labelOf(clip)}: say in Offload which camera or recorder it is from`}
      </List>
      <List title="From before this job, on a card that came back" of={files.old} tone="watch">
        {({ clip, letter }) => `${letter}: ${clip.path} on ${labelOf(clip)}. Whose is it, and is it kept elsewhere?`}
      </List>
      <List title="One name on two cards" of={files.twice}>
        {({ name: file, cards }) => `${file} on ${cards.join(' and ')}: keep them in folders of their own`}
      </List>
      <List title="Clocks" of={files.clocks}>
        {sayClock}
      </List>
      <List title="Nobody could look" of={files.notRead}>
        {(one) => `${nameOf(one)}: its card was not copied whole since, or is not known`}
      </List>
    </Section>
  )
}

function nameOf({ take, run, letter }: RunFiles): string {
  const of = take ? `${take.take.slate} take ${take.take.number}` : `a run from ${run.start.timecode || 'no label'}`
  return `${of}, ${letter}`
}

function sayLacks({ atStartS, atEndS }: Lacks): string {
  const length = (seconds: number) => minutesSeconds(Math.round(seconds))
  return [atStartS > 0 && `${length(atStartS)} of its beginning`, atEndS > 0 && `${length(atEndS)} of its end`].filter(Boolean).join(' and ') // prettier-ignore
}

const sayOverlap = ({ letter, clips: [a, b], byS }: Overlapping) =>
  `${letter}: ${a.path} and ${b.path}, ${minutesSeconds(Math.round(byS))}: one is another device’s, or the clock was set between them`

const sayUnlogged = ({ clip, letter }: DayFiles['unlogged'][number], label: string) =>
  `${letter}: ${clip.path} on ${label}${clip.seconds === null ? '' : `, ${minutesSeconds(Math.round(clip.seconds))}`}`

function sayClock({ letter, aheadS, labelAheadS }: DayFiles['clocks'][number]): string {
  const off = (seconds: number) =>
    `${minutesSeconds(Math.abs(Math.round(seconds)))} ${seconds > 0 ? 'ahead' : 'behind'}`
  const own = aheadS !== null && Math.abs(aheadS) > 60 ? `its files’ clock is ${off(aheadS)}` : ''
  const labels = labelAheadS ? `its timecode is ${counted(Math.abs(Math.round(labelAheadS / HOUR_S)), 'hour')} ${labelAheadS > 0 ? 'ahead' : 'behind'}` : '' // prettier-ignore
  return `${letter}: ${[own, labels].filter(Boolean).join(', ')}`
}

function List<T>({
  title,
  of,
  tone = 'ink',
  children,
}: {
  readonly title: string
  readonly of: readonly T[]
  readonly tone?: 'stop' | 'watch' | 'ink'
  readonly children: (one: T) => ReactNode
}) {
  if (of.length === 0) return null
  return (
    <Box mt="8px" data-list={title}>
      <Text fontSize="note" color="soft">
        {title}, {of.length}
      </Text>
      {of.slice(0, MOST).map((one, i) => (
        <Text key={i} color={tone} css={{ overflowWrap: 'anywhere' }}>
          {children(one)}
        </Text>
      ))}
      {of.length > MOST && <Text color="soft">and {of.length - MOST} more</Text>}
    </Box>
  )
}
