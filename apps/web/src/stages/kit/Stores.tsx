import { Box, Flex, Text } from '@chakra-ui/react'
import { kitDifference, loneHelpers, withoutSpare } from '@kavrell/core/kit'
import {
  careOf,
  type DayCare,
  thingsByScene,
  daysLeft,
  HOT_FROM_C,
  LONG_DAY_MIN,
  type UsedUp,
  usedUp,
} from '@kavrell/core/stores'
import { byId, createRecord, type Production } from '@kavrell/core/records'
import { clock, counted, dateText, stretch } from '@kavrell/core/text'
import type { DayPlan } from '@kavrell/core/day'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Hint, Reading, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { useDay } from '../../ui/useDay.ts'

/** A percentage of shots from which on the failure of one thing is told in the loudest place. */
const MANY_SHOTS = 0.3
const SHOWN = 10

/** What runs out, what has no second, and what the people of the day need. */
export function Stores() {
  const production = useProduction()
  const rights = useRights()
  const { dayPlan } = useDay()
  const fromDate = dayPlan?.day.date ?? ''
  const lines = usedUp(production, fromDate)
  const lone = withoutSpare(production)
  const short = lines.filter(({ shortOn }) => shortOn !== null)
  const worst = lone.find(({ share }) => share >= MANY_SHOTS)
  return (
    <Page
      asideWidth={360}
      aside={dayPlan ? <Care care={careOf(production, dayPlan)} production={production} /> : undefined}
    >
      <Answer tone={short.length > 0 || worst ? 'watch' : 'ink'}>
        {answerOf(lines, worst, production, daysLeft(production, fromDate).length)}
      </Answer>
      <Section title="Used up">
        <Text color="soft" fontSize="note" mb="6px">
          What is there, and what a day takes of it
          {dayPlan && `, from ${dateText(fromDate, production.production.dateOrder)} on`}. Count anew, and change the
          number.
        </Text>
        {lines.map(({ item, there, wanted, short: missing, shortOn }) => (
          <Reading
            key={item.id}
            name={<b>{item.name}</b>}
            value={shortOn === null ? `${there} there, ${rounded(wanted)} wanted` : `not enough on ${dateText(shortOn, production.production.dateOrder)}: ${missing} more`} // prettier-ignore
            tone={shortOn === null ? undefined : 'watch'}
          />
        ))}
        <Box mt="10px">
          <Sheet
            kind="kitItem"
            name="Consumables"
            rows={Object.values(production.kitItem).filter(({ perDay }) => perDay !== null)}
            onAdd={() => addRecord('kitItem', 'Add what is used up', { name: 'Tape', owned: 1, perDay: 1 })}
            columns={[
              { field: 'name', head: 'thing', width: 170, grow: true },
              { field: 'owned', head: 'there', width: 64, align: 'right', mono: true },
              { field: 'perDay', head: 'a day takes', width: 90, align: 'right', mono: true },
              { field: 'case', head: 'case', width: 90 },
              { field: 'note', head: 'note', width: 140 },
            ]}
          />
        </Box>
      </Section>
      {dayPlan && <OfScenes production={production} dayPlan={dayPlan} />}
      <Section title="Of these there is no second">
        <Text color="soft" fontSize="note" mb="6px">
          As many as are used at once, and none more: what cannot be made as planned when one fails, most shots first.
        </Text>
        {lone.length === 0 && (
          <Text color="soft">
            {kitDifference(production).length === 0
              ? 'No shot and no setup says yet what it needs: nothing could be judged.'
              : 'Of everything that is needed there is one more, or it is missing.'}
          </Text>
        )}
        {loneHelpers(production).map(({ name, holds }) => (
          <Reading key={name} name={<b>{name}</b>} value={holds} />
        ))}
        {lone.slice(0, SHOWN).map(({ line, shots, share }) => (
          <Reading
            key={line.key}
            name={
              <>
                <b>{line.name}</b>{' '}
                <Text as="span" color="soft">
                  {shots.slice(0, 8).join(', ')}
                  {shots.length > 8 ? ' …' : ''}
                </Text>
              </>
            }
            value={`${counted(shots.length, 'shot')}, ${Math.round(share * 100)} %`}
            tone={share >= MANY_SHOTS ? 'watch' : undefined}
          />
        ))}
        {lone.length > SHOWN && <Hint>And {lone.length - SHOWN} more, that fewer shots hang on.</Hint>}
      </Section>
      {rights.plan && lines.length === 0 && (
        <Button onClick={() => listUsual(production)}>List what is usually used up</Button>
      )}
    </Page>
  )
}

const rounded = (amount: number) => Math.round(amount * 10) / 10

function answerOf(
  lines: readonly UsedUp[],
  worst: ReturnType<typeof withoutSpare>[number] | undefined,
  production: Production,
  days: number,
): string {
  // prettier-ignore
  const first = lines.find(({ shortOn }) => shortOn !== null)
  if (first) return `${first.item.name} runs out on ${dateText(first.shortOn!, production.production.dateOrder)}`
  if (worst) return `If ${worst.line.name} fails, ${counted(worst.shots.length, 'shot')} cannot be made as planned`
  if (lines.length > 0 && days === 0) return 'What runs out is not known: no day is planned'
  return lines.length === 0
    ? 'Nothing is listed that is used up'
    : 'Nothing that is listed runs out, by what was counted'
}

/** What most days take, with amounts to be put right. */
const USUAL = [
  ['Cloth tape, rolls', 2, 1],
  ['Paper tape, rolls', 2, 0.5],
  ['Batteries AA', 24, 12],
  ['Lens tissue, packs', 1, 0.3],
  ['Bin bags', 10, 4],
] as const
const listUsual = (production: Production) =>
  commitOrSay(
    'List what is usually used up',
    USUAL.filter(([name]) => !Object.values(production.kitItem).some((item) => item.name === name)).map(
      ([name, owned, perDay]) => createRecord('kitItem', { name, owned, perDay }, newId()),
    ),
  )

/** What the people of the day need, by heads and hours. */
function Care({ care, production }: { care: DayCare; production: Production }) {
  const { heads, personHours, waterL, meals, outdoors, outdoorsMin, longDays } = care
  if (heads === 0) return <Hint>Once people are down for this day, what they need stands here.</Hint>
  const name = (id: string) => byId(production.person, id as never)?.name ?? ''
  return (
    <Box>
      <Text fontWeight={700} mb="4px">
        For the people of this day
      </Text>
      <Text color="soft" fontSize="note" mb="4px">
        {counted(heads, 'person', 'people')}, {Math.round(personHours)} hours together. Whoever has no call is not
        counted.
      </Text>
      <Reading name={<b>Water</b>} value={`${waterL.mild} l; ${waterL.hot} l from ${HOT_FROM_C} °C on`} />
      {meals.map(({ atMin, heads: eat }) => (
        <Reading key={atMin} name={<b>Meal at {clock(atMin)}</b>} value={counted(eat, 'portion')} />
      ))}
      {meals.length === 0 && <Reading name={<b>Meals</b>} value="none in the order" tone="watch" />}
      {outdoorsMin > 0 && (
        <Reading
          name={<b>Out of doors</b>}
          value={outdoors ? `${stretch(outdoors.inSunMin)} by day, ${stretch(outdoors.inDarkMin)} by night` : stretch(outdoorsMin)} // prettier-ignore
        />
      )}
      <Text mt="8px">
        {[
          'A first-aid kit, and somebody named who can use it.',
          outdoors && outdoors.inSunMin >= 60 && 'Shade, hats and cream against the sun.',
          outdoors && outdoors.inDarkMin > 0 && 'Warm and dry things, and light on every path.',
        ]
          .filter(Boolean)
          .join(' ')}
      </Text>
      {longDays.length > 0 && (
        <Text color="watch" fontWeight={600} mt="6px">
          A way home that they need not drive:{' '}
          {longDays.map(({ personId, minutes }) => `${name(personId)}, ${stretch(minutes)}`).join('; ')}.
        </Text>
      )}
      <Flex mt="8px">
        <Hint>
          Amounts are a usual caution: a quarter of a litre of water an hour, three quarters in the heat; over{' '}
          {LONG_DAY_MIN / 60} hours counts as long. Local rules, and whoever is in charge of safety, go before them.
        </Hint>
      </Flex>
    </Box>
  )
}

/** Props and wardrobe of the day, scene by scene, with the case and the vehicle in which each comes. */
function OfScenes({ production, dayPlan }: { readonly production: Production; readonly dayPlan: DayPlan }) {
  const rights = useRights()
  const scenes = thingsByScene(production, dayPlan)
  const unlisted = [
    ...new Set(scenes.flatMap(({ things }) => things.flatMap(({ item, what }) => (item ? [] : [what])))),
  ]
  if (scenes.length === 0) return null
  const list = () =>
    commitOrSay(`List ${counted(unlisted.length, 'prop')}`, unlisted.map((name) => createRecord('kitItem', { name, owned: 1 }, newId()))) // prettier-ignore
  return (
    <Section
      title="Props and wardrobe"
      actions={
        rights.plan &&
        unlisted.length > 0 && <Button onClick={list}>Put {counted(unlisted.length, 'thing')} on the kit list</Button>
      }
    >
      {scenes.map(({ scene, things }) => (
        <Box key={scene.id} py="4px" data-scene-things={scene.number}>
          <Text fontWeight={600}>
            Scene {scene.number}, {scene.title}
          </Text>
          {things.map(({ what, is, shots, item, kitCase, vehicle }) => (
            <Flex key={`${is} ${what}`} gap="10px" borderBottom="1px solid" borderColor="line" py="2px">
              <Text flex="1" minW="0">
                {what}{' '}
                <Text as="span" color="soft">
                  {[is === 'wardrobe' && 'worn', shots.join(', ')].filter(Boolean).join(', ')}
                </Text>
              </Text>
              <Text color={kitCase && vehicle ? 'soft' : 'watch'}>
                {!item
                  ? 'not on the kit list'
                  : !kitCase
                    ? 'in no case'
                    : `case ${kitCase.label}${vehicle ? `, ${vehicle.name}` : ', in no vehicle'}`}
              </Text>
            </Flex>
          ))}
        </Box>
      ))}
    </Section>
  )
}
