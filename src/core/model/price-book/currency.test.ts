import { expect, it } from 'vitest'
import { currencyOf } from './currency'

it.each([
  ['en-US', '$'],
  ['en-GB', '£'],
  ['de', '€'],
  ['de-CH', 'CHF'],
  ['pt-BR', 'R$'],
  ['no such tag', '€'],
])('who speaks %s pays in %s', (language, sign) => {
  expect(currencyOf(language)).toBe(sign)
})
