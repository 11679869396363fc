import { expect, it } from 'vitest'
import { withoutSecrets } from './traces-out'

it('traces hold no secret of a link, an invitation or an address', () => {
  expect(withoutSecrets('GET /s/dGhlIHNlY3JldA?from=mail')).toBe('GET /s/…?…')
  expect(withoutSecrets('/join/abc-123')).toBe('/join/…')
  expect(withoutSecrets('https://plans.example.org/sign-in/password?token=abc def')).toBe(
    'https://plans.example.org/sign-in/password?… def',
  )
  expect(withoutSecrets('/api/projects/p1/changes')).toBe('/api/projects/p1/changes')
})
