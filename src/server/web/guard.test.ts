import { describe, expect, it } from 'vitest'
import { refusalOf } from './guard'

const OURS = { host: '127.0.0.1:4680' }
const JSON_TYPE = { 'content-type': 'application/json', 'content-length': '2' }

const status = (method: string, url: string, headers: Record<string, string>, hosts?: readonly string[]) =>
  refusalOf({ method, url, headers }, hosts)?.status ?? null

describe('who is let in', () => {
  it.each(['127.0.0.1:4680', 'localhost:4680', 'LOCALHOST', '[::1]:4680'])('asked as %s', (host) =>
    expect(status('GET', '/', { host })).toBeNull(),
  )
  it.each(['evil.example', '127.0.0.1.evil.example:4680', 'localhost.evil.example', '', '10.0.0.1:4680'])(
    'not asked as “%s”',
    (host) => expect(status('GET', '/', { host })).toBe(421),
  )
  it('is widened by a setting, with a port or without', () => {
    const hosts = ['plans.example.org', 'other.example:8080']
    expect(status('GET', '/', { host: 'plans.example.org:4680' }, hosts)).toBeNull()
    expect(status('GET', '/', { host: 'Other.example:8080' }, hosts)).toBeNull()
    expect(status('GET', '/', { host: 'other.example:81' }, hosts)).toBe(421)
  })
})

describe('pages of other sites', () => {
  it.each(['http://evil.example', 'null', 'http://127.0.0.1:9999', 'http://localhost:4680', 'file://'])(
    'from %s may neither ask nor change',
    (origin) => {
      expect(status('GET', '/api/projects', { ...OURS, origin })).toBe(403)
      expect(status('POST', '/api/projects', { ...OURS, ...JSON_TYPE, origin })).toBe(403)
    },
  )
  it.each(['cross-site', 'same-site'])('known by Sec-Fetch-Site: %s', (site) => {
    const headers = { ...OURS, 'sec-fetch-site': site, 'sec-fetch-mode': 'no-cors' }
    expect(status('GET', '/api/projects', headers)).toBe(403)
    expect(status('DELETE', '/api/projects/x', headers)).toBe(403)
    expect(status('POST', '/api/projects', { ...headers, ...JSON_TYPE, 'sec-fetch-mode': 'navigate' })).toBe(403)
  })
  it('may link to us', () =>
    expect(
      status('GET', '/projects/x', { ...OURS, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }),
    ).toBeNull())
  it('are not our own pages', () => {
    const headers = { ...OURS, origin: 'http://127.0.0.1:4680', 'sec-fetch-site': 'same-origin' }
    expect(status('POST', '/api/projects', { ...headers, ...JSON_TYPE })).toBeNull()
  })
})

describe('what is sent', () => {
  it.each([
    'text/plain',
    'application/x-www-form-urlencoded',
    'multipart/form-data; boundary=x',
    'text/html',
    'nonsense',
  ])('is not taken as %s', (type) =>
    expect(status('POST', '/api/library', { ...OURS, 'content-type': type, 'content-length': '9' })).toBe(415),
  )
  it('says what it is', () => {
    expect(status('POST', '/x', { ...OURS, 'content-length': '9' })).toBe(415)
    expect(status('POST', '/x', { ...OURS, 'transfer-encoding': 'chunked' })).toBe(415)
    for (const type of ['application/json; charset=utf-8', 'application/octet-stream', 'application/pdf', 'image/png'])
      expect(status('POST', '/x', { ...OURS, 'content-type': type, 'content-length': '9' })).toBeNull()
  })
  it('may be a file without a type where files are taken, from a program', () => {
    const sources = '/api/projects/x/sources?name=a.pdf'
    expect(status('POST', sources, { ...OURS, 'content-length': '9' })).toBeNull()
    expect(status('POST', sources, { ...OURS, 'content-length': '9', origin: 'http://evil.example' })).toBe(403)
    expect(status('POST', sources, { ...OURS, 'content-length': '9', 'content-type': 'text/plain' })).toBe(415)
  })
  it('may be nothing', () => expect(status('DELETE', '/x', OURS)).toBeNull())
  it('has an address that can be read', () => {
    expect(status('GET', '/api/%ff%fe', OURS)).toBe(400)
    expect(status('GET', 'http://evil.example/', OURS)).toBe(400)
  })
})
