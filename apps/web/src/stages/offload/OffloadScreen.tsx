import { Text } from '@chakra-ui/react'
import { useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Title } from '../../ui/parts.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { CheckFolder } from './CheckFolder.tsx'
import { CardPanel } from './CardPanel.tsx'
import { type CardAnswer, CardTable } from './CardTable.tsx'
import { CardsToCome } from './CardsToCome.tsx'
import { DrivesToCome } from './DrivesToCome.tsx'
import { Drives } from './Drives.tsx'
import { GoingHome } from './GoingHome.tsx'
import { Labels } from './Labels.tsx'
import { Losses } from './Losses.tsx'
import { ThisEvening } from './ThisEvening.tsx'
import { useMediaView } from './useMediaView.ts'
import { WhereIs } from './WhereIs.tsx'
import { CopiesOver, isUnderWay, RunningCopy, Waiting } from './RunningCopy.tsx'
import type { MediaVolume } from '@kavrell/contract'
import { cardHistory, mayWipe, type WipeAnswer, wipeRule } from '@kavrell/core/cards'
import { runStates } from '@kavrell/core/takes'
import { counted } from '@kavrell/core/text'

const byLabel = (a: { label: string }, b: { label: string }) => a.label.localeCompare(b.label, 'en', { numeric: true })

/** No yes without a look: takes, files and damages that this device has not heard of may be there. */
const unseen = (answer: WipeAnswer, why: string): WipeAnswer => ({
  ...answer,
  may: false,
  reasons: [why, ...(answer.may ? [] : answer.reasons)],
})

/** A moment by this device's clock, to the minute. */
const minuteText = (ms: number) => new Date(ms).toTimeString().slice(0, 5)

/** Which card may be wiped, and why not the others? */
export function OffloadScreen() {
  const production = useProduction()
  const rights = useRights()
  const jobs = useProductionStore((s) => s.jobs)
  const running = jobs.filter(isUnderWay)
  const { view, blindSinceMs, isFirstLook } = useMediaView()
  const { volumes, cards: seen } = view
  const [chosenId, setChosenId] = useChosen()
  const cards = Object.values(production.card).sort(byLabel)
  const drives = Object.values(production.drive).sort(byLabel)
  const rule = wipeRule(production)
  const volumeOf = (kind: MediaVolume['kind'], folder: string) =>
    volumes.find((v) => v.kind === kind && v.folder === folder)
  const rolled = new Set([
    ...Object.values(production.take).flatMap((take) => take.cardIds),
    ...runStates(production).flatMap((run) => run.cardsNamed),
  ])
  const unlooked =
    blindSinceMs !== null
      ? 'Nobody can look into the reader now.'
      : isFirstLook
        ? 'The reader is being looked into.'
        : null
  const answers = cards.map((card): CardAnswer => {
    const history = cardHistory(production, card.id)
    const volume = volumeOf('card', card.folder)
    const used = history.copies.length > 0 || rolled.has(card.id) || (volume?.files ?? 0) > 0
    return {
      card,
      history,
      answer: unlooked ? unseen(mayWipe(history, rule, null), unlooked) : mayWipe(history, rule, seen[card.id] ?? null),
      used,
      volume,
    }
  })
  const chosen = answers.find((a) => a.card.id === chosenId) ?? answers[0]
  const used = answers.filter((a) => a.used)
  const safe = used.filter((a) => a.answer.may || a.history.alreadyWiped)
  const wipeable = answers.filter((a) => a.answer.may)
  const listed = new Set([...cards.map((c) => `card ${c.folder}`), ...drives.map((d) => `drive ${d.folder}`)])
  return (
    <Page
      asideWidth={360}
      aside={
        chosen && (
          <CardPanel
            key={chosen.card.id}
            card={chosen.card}
            answer={chosen.answer}
            drives={drives}
            volume={chosen.volume}
            job={running.find((j) => j.cardId === chosen.card.id && j.kind !== 'relay')}
          />
        )
      }
    >
      <Title
        note={`House rule: ${counted(rule.copies, 'copy', 'copies')}, ${rule.checked} checked, ${counted(rule.holders, 'pair')} of hands${rule.places > 0 ? `, ${counted(rule.places, 'place')}` : ''}${rule.school === 'hold' ? '; cards are kept until home' : ''}.`}
      >
        Offload
      </Title>
      <Answer tone={wipeable.length > 0 ? 'safe' : 'ink'}>
        {cards.length === 0
          ? 'No cards are listed yet.'
          : blindSinceMs !== null
            ? 'Wipe no card now: nobody can look into the reader'
            : wipeable.length === 0
              ? 'Wipe no card yet'
              : `${wipeable.map((a) => a.card.label).join(', ')} may be wiped. No other card.`}
      </Answer>
      {used.length > 0 && (
        <Text color="soft" mt="2px">
          {safe.length} of {used.length} cards that hold something are safe.
        </Text>
      )}
      {blindSinceMs !== null && (
        <Text color="watch" fontWeight={600} mt="2px">
          Since {minuteText(blindSinceMs)} this device hears nothing of the reader, nor of what others log: no card is
          called safe until it does.
        </Text>
      )}
      {cards.length + drives.length > 0 && <WhereIs />}
      {running
        .filter((job) => job.state === 'running')
        .map((job) => (
          <RunningCopy key={job.id} job={job} />
        ))}
      <Waiting jobs={running.filter((job) => job.state === 'waiting').toReversed()} />
      <CopiesOver jobs={jobs} />
      <CardTable cards={answers} wanted={rule.checked} chosenId={chosen?.card.id} onChoose={setChosenId} />
      <ThisEvening seen={seen} />
      <CardsToCome />
      <DrivesToCome />
      <Drives drives={drives} volumeOf={(folder) => volumeOf('drive', folder)} />
      <Losses />
      <GoingHome />
      <CheckFolder />
      {rights.plan && (
        <Labels cards={cards} drives={drives} unlisted={volumes.filter((v) => !listed.has(`${v.kind} ${v.folder}`))} />
      )}
    </Page>
  )
}
