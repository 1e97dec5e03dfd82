import { RuleTester } from 'eslint'
import tseslint from 'typescript-eslint'
import { afterAll, describe, it } from 'vitest'
import { documented } from './documented.mjs'

RuleTester.afterAll = afterAll
RuleTester.describe = describe
RuleTester.it = it

new RuleTester({ languageOptions: { parser: tseslint.parser } }).run('documented', documented, {
  valid: [
    '/** Gives one. */\nexport const one = () => 1',
    '/** Gives one. */\nexport function one() { return 1 }',
    'const inside = () => 1',
    'export const TABLE = [1, 2]',
    'export type A = string',
    '/** Both. */\nexport function two(a: string): string\nexport function two(a: number): number\nexport function two(a: never) { return a }',
  ],
  invalid: [
    { code: 'export const one = () => 1', errors: [{ messageId: 'missing' }] },
    { code: '// a note is no docstring\nexport function one() { return 1 }', errors: [{ messageId: 'missing' }] },
    { code: '/* nor is this */\nexport const one = function () { return 1 }', errors: [{ messageId: 'missing' }] },
  ],
})
