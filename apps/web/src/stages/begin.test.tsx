// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { STAGES } from '../shell/stages.ts'
import { draw, openDemo } from '../testing.tsx'
import { NO_RECORDS } from '@kavrell/core/records'

/** A production in which nothing is yet but its name. */
beforeEach(() => openDemo('owner', ({ production }) => ({ ...NO_RECORDS, production })))

/** What can be done on a screen: pressed, typed into, chosen, followed. */
const doable = () => [
  ...['button', 'link', 'textbox', 'combobox'].flatMap((role) =>
    screen.queryAllByRole(role).filter((one) => !(one as HTMLButtonElement).disabled),
  ),
]

test.each(STAGES.map(({ name, path, load }) => [name, path, load] as const))(
  '%s can be begun in an empty production',
  async (_, path, load) => {
    const { default: Screen } = await load()
    draw(<Screen />, path)
    await expect.poll(() => document.body.textContent).toMatch(/\w{3}/)
    expect(doable().map((one) => one.textContent)).not.toEqual([])
  },
)
