import type { Intervention } from '@kavrell/core/cover'
import {
  cardLossesOf,
  lampsByCircuit,
  type Loss,
  type MomentCover,
  soundLossesOf,
  soundsOf,
} from '@kavrell/core/moments'
import { byId, type Production } from '@kavrell/core/records'
import { lapse } from '@kavrell/core/text'
import { Text } from '@chakra-ui/react'
import { Reading, Section } from '../../ui/parts.tsx'
import type { FoundCover } from '../../workers/cover.worker.ts'
import { handOf, letterOf } from './words.ts'

/** What the loss of each device, person and circuit would cost while it goes on, of each sound, and of each card afterwards. */
export function MomentLosses({
  cover,
  found,
  schedule,
  production,
}: {
  cover: MomentCover
  found: FoundCover
  schedule: readonly Intervention[]
  production: Production
}) {
  const lamps = lampsByCircuit(production, cover.moment.id)
  const darkOnly = [...lamps.keys()].filter((id) => !cover.circuits.some(({ circuitId }) => circuitId === id))
  const goOut = (circuitId: string) => (lamps.get(circuitId) ?? []).map(({ name }) => name).join(', ')
  return (
    <>
      <Section title="What losing each one costs">
        <Text color="soft" fontSize="note" mb="4px">
          From the beginning, with the rest planned anew.{found.isLooking ? ' Looking …' : ''}
        </Text>
        {found.losses.map((loss) => (
          <LossLine
            key={loss.id}
            loss={loss}
            production={production}
            goOut={loss.kind === 'circuit' ? goOut(loss.id) : ''}
          />
        ))}
        {darkOnly.map((id) => (
          <Reading
            key={id}
            name={<b>{byId(production.circuit, id as never)?.name ?? 'a circuit'}</b>}
            value={`out: ${goOut(id)}`}
            tone="watch"
          />
        ))}
      </Section>
      <VoiceLosses cover={cover} production={production} />
      <CardLosses cover={cover} schedule={schedule} production={production} />
    </>
  )
}

function LossLine({ loss, production, goOut }: { loss: Loss; production: Production; goOut: string }) {
  const { kind, id, good, firstUncoveredS } = loss
  const name = kind === 'camera' ? letterOf(production, id) : kind === 'hand' ? handOf(production, id) : (byId(production.circuit, id as never)?.name ?? 'a circuit') // prettier-ignore
  const held = firstUncoveredS === null ? 'still held' : good === 0 ? `too few from ${lapse(firstUncoveredS)}, then none` : `${good} left, from ${lapse(firstUncoveredS)}` // prettier-ignore
  return (
    <Reading
      name={<b>{name}</b>}
      value={goOut ? `${held}; out: ${goOut}` : held}
      tone={firstUncoveredS === null ? (goOut ? 'watch' : undefined) : good === 0 ? 'stop' : 'watch'}
    />
  )
}

/** Whom nobody hears any more when a microphone, a transmitter or a recorder dies; and who is heard by too few. */
function VoiceLosses({ cover: { moment }, production }: { cover: MomentCover; production: Production }) {
  const phases = soundsOf(production, moment)
  const name = (id: string) => byId(production.person, id as never)?.name.split(' ')[0] ?? ''
  const thin = phases.flatMap(({ phase, voices }) =>
    voices
      .filter(({ independent, wanted }) => independent < wanted)
      .map((voice) => ({ ...voice, in: phase?.name ?? '' })),
  )
  const losses = soundLossesOf(production, moment)
  if (!phases.some(({ speakerIds }) => speakerIds.length > 0)) return null
  return (
    <Section title="Who is heard, and by what alone">
      {thin.map(({ personId, independent, wanted, in: phase }) => (
        <Reading
          key={`${phase}${personId}`}
          name={<b>{name(personId)}</b>}
          value={`${independent} of ${wanted} recordings of its own${phase ? `, ${phase}` : ''}`}
          tone={independent === 0 ? 'stop' : 'watch'}
        />
      ))}
      {losses.map(
        ({ dies, silences }) =>
        <Reading key={dies} name={<>{dies}</>} value={`without it nobody has ${silences.map(name).join(', ')}`} tone="watch" />, // prettier-ignore
      )}
      {thin.length === 0 && losses.length === 0 && (
        <Text color="soft" fontSize="note">
          As it is laid each has as many recordings as are wanted, and none dies with one thing. Whether it is heard,
          Patch says.
        </Text>
      )}
    </Section>
  )
}

/** Cards whose loss leaves too few angles of something; the longest gap first. */
function CardLosses({
  cover,
  schedule,
  production,
}: {
  cover: MomentCover
  schedule: readonly Intervention[]
  production: Production
}) {
  const cards = cardLossesOf(cover, schedule)
  const missed = cards.filter(({ lackingS }) => lackingS > 0).toSorted((a, b) => b.lackingS - a.lackingS)
  return (
    <Section title="A card that is lost afterwards">
      {missed.length === 0 && (
        <Text color="soft" fontSize="note">
          {cards.length === 0
            ? 'No good angle records.'
            : 'Whichever it is, by this rota enough angles are left throughout.'}
        </Text>
      )}
      {missed.map(({ cameraId, number, firstLackingS, lackingS, least }) => (
        <Reading
          key={`${cameraId}${number}`}
          name={
            <b>
              {letterOf(production, cameraId)}, card {number}
            </b>
          }
          value={`${least} left for ${lapse(lackingS)}, from ${lapse(firstLackingS ?? 0)}`}
          tone={least === 0 ? 'stop' : 'watch'}
        />
      ))}
      {missed.length > 0 && (
        <Text color="soft" fontSize="note" mt="4px">
          Nothing can be planned anew then: copy these first, and carry them apart.
        </Text>
      )}
    </Section>
  )
}
