import type { EdgeMatch } from './trace-to-sheet'
import type { Untraced } from './untraced'
import type { WallDoubt } from './wall-on-sheet'

/** What a sheet shows otherwise than it was traced, in a sentence. @param length how long the stretch is, in words */
export function sayDoubt({ kind }: Pick<WallDoubt, 'kind'>, length: string): string {
  switch (kind) {
    case 'bare':
      return `The sheet shows no wall over ${length}: an opening, or its end?`
    case 'other pen':
      return `Over ${length} at its end both faces lie on lines of another pen than the rest: extension lines look like that.`
    case 'one face':
      return `The sheet shows one face alone over ${length}.`
    case 'closed':
      return `The sheet shows no opening of ${length} here.`
    case 'jamb':
      return `The sheet draws this side of the opening ${length} beside.`
  }
}

/** What a sheet shows and nobody traced, in a sentence. @param length how long it is, in words */
export const sayUntraced = ({ kind }: Pick<Untraced, 'kind'>, length: string): string =>
  kind === 'wall'
    ? `The sheet shows a wall of ${length} that was not traced.`
    : `The sheet shows a ${kind === 'passage' ? 'passage' : kind} of ${length} that was not traced.`

/** How far an edge lies beside its line. @param length that distance, in words */
export const sayOff = (length: string, { found }: Pick<EdgeMatch, 'found'>): string => {
  const degrees = ((found?.turnRad ?? 0) * 180) / Math.PI
  return `Traced ${length} beside its line${degrees >= 0.005 ? `, turned by ${degrees.toFixed(2)}°` : ''}.`
}
