import { Box, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'
import { type CardContents, contentsOf, type Loss, lossesOf } from '@kavrell/core/cards'

const cardsOf = (contents: readonly CardContents[]): string =>
  contents
    .map(({ card, filling, isOnCard }) =>
      isOnCard ? card.label : `${card.label} of before it was emptied (${filling})`,
    ) // prettier-ignore
    .join(', ')

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

/** Where what has to be apart goes. */
const APART: Readonly<Record<Loss['of'], string>> = {
  place: 'elsewhere',
  vehicle: 'to somebody who rides elsewhere',
  person: 'to somebody else',
  drive: 'to somebody else',
  card: 'to somebody else',
}

/** What would be gone if one drive, one bag or one place were lost, and the least that mends it? */
export function Losses() {
  const production = useProduction()
  const contents = useMemo(() => contentsOf(production), [production])
  const losses = useMemo(() => lossesOf(production, contents), [production, contents])
  const uncopied = contents.filter(({ copies }) => copies.length === 0)
  const bad = losses.filter(({ destroys, leavesCard }) => destroys.length + leavesCard.length > 0)
  if (contents.length === 0) return null
  const copied = contents.length - uncopied.length
  return (
    <Section title="If one thing were lost">
      {bad.map((loss) => (
        <OneLoss key={`${loss.of} ${loss.id}`} loss={loss} />
      ))}
      {bad.length === 0 && copied > 0 && (
        <Text data-losses>
          Any one drive, person or place that is written down here could be lost, or what all carry who ride in one
          vehicle: of all that has a checked copy, a checked copy would be left. What is packed in cases is told in Kit.
        </Text>
      )}
      {uncopied.length > 0 && (
        <Text mt="4px" color={uncopied.some(({ isOnCard }) => !isOnCard) ? 'stop' : 'watch'} data-uncopied>
          {cardsOf(uncopied)}: no checked copy of it is known.
        </Text>
      )}
      <Text color="soft" fontSize="note" mt="4px">
        By the ledgers. Copies count that were read back the same and hold all that was logged. Cards count where
        somebody wrote down who has them; a drive or card that nobody is down as having is in nobody’s bag.
      </Text>
    </Section>
  )
}

function OneLoss({ loss }: { loss: Loss }) {
  const { of, name, drives, destroys, leavesCard, mend } = loss
  const what = of === 'drive' ? `Drive ${drives.join(' and ')}` : of === 'card' ? name : `${name}, with ${drives.join(', ')}` // prettier-ignore
  const says = [
    destroys.length > 0 && `${cardsOf(destroys)} would be gone`,
    leavesCard.length > 0 &&
      `${cardsOf(leavesCard)} would be on ${leavesCard.length > 1 ? 'their cards' : 'its card'} alone`,
  ].filter(Boolean)
  const does = [
    mend.apart.length > 0 &&
      `${of === 'place' ? 'Put' : 'Hand'} ${mend.apart.map(({ label }) => label).join(' and ')} ${APART[of]}`,
    mend.copyAgain.length > 0 && `copy ${cardsOf(mend.copyAgain)} to one more drive that goes elsewhere`,
  ].filter(Boolean)
  const advice = does.join(', and ')
  return (
    <Box py="6px" borderBottom="1px solid" borderColor="line" data-loss={name}>
      <Text color={destroys.length > 0 ? 'stop' : 'watch'} fontWeight={600}>
        {capital(what)}: {says.join('; ')}.
      </Text>
      <Text>{capital(advice)}.</Text>
    </Box>
  )
}
