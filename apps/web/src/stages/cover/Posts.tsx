import { Flex, Text } from '@chakra-ui/react'
import { asId, type Post, type RecordOf, updateRecord } from '@kavrell/core/records'
import { commitOrSay } from '../../store/production.ts'
import { useRights } from '../../store/selectors.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

/** Where somebody has to be from when until when; meanwhile only a camera that stands there can be seen to. */
export function Posts({
  hand,
  name,
  places,
  lastsS,
}: {
  hand: RecordOf<'momentHand'>
  name: string
  places: readonly { readonly id: string; readonly name: string }[]
  lastsS: number
}) {
  const rights = useRights()
  const keep = (posts: readonly Post[]) =>
    commitOrSay(`Say where ${name} has to be`, [updateRecord('momentHand', asId(hand.id), { posts: [...posts] })])
  const change = (i: number, fields: Partial<Post>) => keep(hand.posts.with(i, { ...hand.posts[i]!, ...fields }))
  const minutes = (i: number, field: 'fromS' | 'toS', text: string) => {
    const value = Math.round(Number(text.replace(',', '.')) * 60)
    if (text.trim() !== '' && Number.isFinite(value) && value !== hand.posts[i]![field]) change(i, { [field]: value })
  }
  const [first] = places
  return (
    <>
      {hand.posts.map((post, i) => (
        <Flex key={`${i} ${post.fromS} ${post.toS}`} gap="8px" align="baseline" w="100%" wrap="wrap">
          <Text color="soft">has to be at</Text>
          <Select
            aria-label={`Post ${i + 1} of ${name}, place`}
            value={post.placeId}
            disabled={!rights.plan}
            w="170px"
            onChange={(e) => change(i, { placeId: e.target.value })}
          >
            {places.map(({ id, name: place }) => (
              <option key={id} value={id}>
                {place}
              </option>
            ))}
          </Select>
          <Text color="soft">from minute</Text>
          <Input
            aria-label={`Post ${i + 1} of ${name}, from minute`}
            w="60px"
            disabled={!rights.plan}
            defaultValue={post.fromS / 60}
            onBlur={(e) => minutes(i, 'fromS', e.target.value)}
          />
          <Text color="soft">to</Text>
          <Input
            aria-label={`Post ${i + 1} of ${name}, to minute`}
            w="60px"
            disabled={!rights.plan}
            defaultValue={post.toS / 60}
            onBlur={(e) => minutes(i, 'toS', e.target.value)}
          />
          {rights.plan && (
            <Button kind="word" onClick={() => keep(hand.posts.toSpliced(i, 1))}>
              Take out
            </Button>
          )}
        </Flex>
      ))}
      {rights.plan && first && (
        <Button
          kind="quiet"
          onClick={() => keep([...hand.posts, { placeId: first.id, fromS: 0, toS: Math.min(600, lastsS) }])}
        >
          {name.split(' ')[0]} has to be somewhere
        </Button>
      )}
    </>
  )
}
