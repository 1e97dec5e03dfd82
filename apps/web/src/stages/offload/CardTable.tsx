import { Grid, Text } from '@chakra-ui/react'
import { useParts } from '../../store/selectors.ts'
import { Button, Section } from '../../ui/parts.tsx'
import type { MediaVolume } from '@kavrell/contract'
import type { CardHistory, mayWipe } from '@kavrell/core/cards'
import type { RecordOf } from '@kavrell/core/records'
import { counted, sayBytes } from '@kavrell/core/text'

const COLUMNS = '56px 90px 96px 112px 1fr'
/** Left out where the screen is held in one hand: the answer matters more. */
const DESK_ONLY = { base: 'none', md: 'inline' }

/** A card, what became of it, and whether it may be wiped. */
export interface CardAnswer {
  readonly card: RecordOf<'card'>
  readonly history: CardHistory
  readonly answer: ReturnType<typeof mayWipe>
  /** Whether a take is logged on it, a copy was made of it, or the reader sees files on it. */
  readonly used: boolean
  /** What the reader sees of it; undefined while it is not in there. */
  readonly volume: MediaVolume | undefined
}

/** Every card with its answer, in words. */
export function CardTable({
  cards,
  wanted,
  chosenId,
  onChoose,
}: {
  cards: readonly CardAnswer[]
  /** Checked copies that the house rule asks for. */
  wanted: number
  chosenId: string | undefined
  onChoose: (cardId: string) => void
}) {
  return (
    <Section title="Cards">
      <Grid
        display={{ base: 'none', md: 'grid' }}
        templateColumns={COLUMNS}
        gap="10px"
        color="faint"
        fontSize="note"
        borderBottom="1px solid"
        borderColor="line"
        pb="3px"
      >
        <Text>card</Text>
        <Text>from</Text>
        <Text>on it</Text>
        <Text>copies</Text>
        <Text>may I wipe it?</Text>
      </Grid>
      {cards.map((card) => (
        <CardLine
          key={card.card.id}
          {...card}
          wanted={wanted}
          chosen={card.card.id === chosenId}
          onChoose={() => onChoose(card.card.id)}
        />
      ))}
    </Section>
  )
}

/** The answer in words, and in which tone. */
function inWords({ answer, history, used, volume }: CardAnswer): readonly [says: string, tone: string] {
  if (answer.may) return [`yes: ${[answer.reasons[0], ...answer.unseen].join(' ')}`, 'safe']
  if (!used) return ['no take logged, no copy', 'faint']
  if (history.alreadyWiped) return ['wiped', answer.goodCopies === 0 ? 'stop' : 'watch']
  const unlogged =
    volume && history.copies.length === 0 && history.expected.recordings === 0
      ? `${counted(volume.files, 'file')} on it that nobody logged. `
      : ''
  return [`no: ${unlogged}${answer.reasons.join(' ')}`, answer.goodCopies === 0 ? 'stop' : 'watch']
}

function CardLine({
  wanted,
  chosen,
  onChoose,
  ...given
}: CardAnswer & { wanted: number; chosen: boolean; onChoose: () => void }) {
  const production = useParts('camera', 'recorder')
  const { card, answer, volume } = given
  const from = card.cameraId
    ? `camera ${production.camera[card.cameraId]?.letter}`
    : card.recorderId
      ? `sound ${production.recorder[card.recorderId]?.letter}`
      : ''
  const [says, tone] = inWords(given)
  return (
    <Button
      kind="bare"
      display="grid"
      gridTemplateColumns={{ base: '52px 1fr', md: COLUMNS }}
      gap="10px"
      w="100%"
      minH={{ base: '52px', md: '44px' }}
      py={{ base: '6px', md: 0 }}
      alignItems="center"
      textAlign="left"
      borderBottom="1px solid"
      borderColor="line"
      bg={chosen ? 'leaf' : undefined}
      boxShadow={chosen ? 'inset 3px 0 0 var(--chakra-colors-action)' : undefined}
      data-card={card.label}
      onClick={onChoose}
    >
      <Text as="span" fontSize="large" fontWeight={700} pl="8px">
        {card.label}
      </Text>
      <Text as="span" color="soft" display={DESK_ONLY}>
        {from}
      </Text>
      <Text as="span" fontFamily="mono" fontSize="small" display={DESK_ONLY}>
        {volume ? sayBytes(volume.bytes * volume.bytesStandFor) : 'not in reader'}
      </Text>
      <Text as="span" display={DESK_ONLY}>
        {answer.checkedCopies} of {wanted} checked
      </Text>
      <Text as="span" fontWeight={answer.may ? 700 : 400} color={tone} lineClamp={chosen || answer.may ? undefined : 3}>
        {says}
      </Text>
    </Button>
  )
}
