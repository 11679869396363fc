import memoizeOne from 'memoize-one'

/** Keeps the last result of some work for as long as what it follows from stays the same: a move of the mouse asks for it several times. */
export const lastOf = <T>(): ((from: readonly unknown[], work: () => T) => T) =>
  memoizeOne(
    (_from: readonly unknown[], work: () => T): T => work(),
    ([from], [former]) => from.length === former.length && from.every((each, i) => Object.is(each, former[i])),
  )
