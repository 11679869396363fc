import { describe, expect, it } from 'vitest'
import { plainWall as wall } from '../../../../tests/support/plain-wall'
import type { Wall } from '../wall/schema'
import { ChangeError, readChange } from './read'

const noPause = async () => undefined

describe('a change from outside', () => {
  const good = {
    id: 'c',
    label: 'Trace wall',
    cause: 'edit',
    of: null,
    edits: [{ id: 'a', before: null, after: wall('a', 5) }],
  }
  const withWall = (more: object) => ({ ...good, edits: [{ ...good.edits[0], after: { ...wall('a', 5), ...more } }] })

  it('is taken where it is good, also where it removes', async () => {
    expect(await readChange(good, noPause)).toEqual(good)
    const removal = { ...good, edits: [{ id: 'a', before: wall('a', 5), after: null }] }
    expect(await readChange(removal, noPause)).toEqual(removal)
  })

  it('may remove or mend what no schema would take any more', async () => {
    const old = { id: 'a', kind: 'wall', thickness: '12 inches' }
    const removal = { ...good, edits: [{ id: 'a', before: old, after: null }] }
    expect(await readChange(removal, noPause)).toEqual(removal)
    const mending = { ...good, edits: [{ id: 'a', before: old, after: wall('a', 5) }] }
    expect(await readChange(mending, noPause)).toEqual(mending)
  })

  it('keeps nought without a sign, as a database does', async () => {
    const change = await readChange(withWall({ start: { x: -0, y: 0 } }), noPause)
    expect(Object.is((change.edits[0]!.after as Wall).start.x, 0)).toBe(true)
  })

  it('lets others have their turn', async () => {
    let turns = 0
    const edits = Array.from({ length: 1000 }, (_, i) => ({ id: `w${i}`, before: null, after: wall(`w${i}`, 5) }))
    await readChange({ ...good, edits }, async () => {
      turns++
    })
    expect(turns).toBe(10)
  })

  it.each([
    ['no edits', { ...good, edits: [] }],
    ['nothing made of nothing', { ...good, edits: [{ id: 'a', before: null, after: null }] }],
    ['an edit that does not say what was', { ...good, edits: [{ id: 'a', after: wall('a', 5) }] }],
    ['U+0000 in a name', { ...good, label: 'Trace\0' }],
    ['half a character in a record', withWall({ typeId: '\ud800' })],
    ['a version that is not known yet', { ...good, version: 99 }],
    ['an id of another kind', { ...good, id: 'a/b' }],
    ['a cause that is none', { ...good, cause: 'whim' }],
    ['fields that nobody knows', { ...good, colour: 'red' }],
    ['a record under another id', { ...good, edits: [{ ...good.edits[0], id: 'b' }] }],
    ['a kind that nobody knows', withWall({ kind: 'moat' })],
    ['a thickness of nothing', withWall({ thicknessMm: 0 })],
    ['a thickness in words', withWall({ thicknessMm: '200' })],
    ['a point at infinity', withWall({ end: { x: Infinity, y: 0 } })],
    ['a point that is none', withWall({ end: { x: 1 } })],
    ['a point beyond the earth', withWall({ end: { x: 1e12, y: 0 } })],
    ['more than a wall holds', withWall({ smell: 'paint' })],
  ])('is refused with %s', async (_, change) => {
    await expect(readChange(change, noPause)).rejects.toThrow(ChangeError)
  })

  it('says where and what is wrong', async () => {
    await expect(readChange(withWall({ thicknessMm: -1, smell: 'paint' }), noPause)).rejects.toThrow(
      /^edits\[0\]\.after: thicknessMm must be a positive number; edits\[0\]\.after: field has unspecified keys: smell$/,
    )
  })
})
