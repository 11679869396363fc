/** One choice of a tool beyond points: its value to begin with, and how the bench lets it be changed. */
export type Option<T = unknown> = {
  readonly initial: T
  /** What it begins with where the job is in feet and inches, if that is another round figure. */
  readonly imperial?: T
} & (
  | {
      readonly control: 'none'
      /** Whether something that was remembered can be such a value; left out where nothing is remembered. */
      readonly remembers?: (found: unknown) => boolean
    }
  | {
      readonly control: 'words'
      readonly label: string
      /** What each value is called. */
      readonly words: Readonly<Record<string, string>>
      /** Whether points that were placed are no use for another value. */
      readonly anew: boolean
    }
  | {
      readonly control: 'either'
      readonly label: string
      readonly on: string
      readonly off: string
    }
  | {
      /** A length in millimetres, typed in the unit of the job. */
      readonly control: 'length'
      readonly label: string
      /** What it may not be less than; more than nothing where it is left out. */
      readonly leastMm?: number
      /** Whether it is told as finely as lengths of parts are. */
      readonly fine: boolean
      /** Whether it begins anew with each visit: where another choice decides what is usual. */
      readonly forgets: boolean
    }
  | {
      readonly control: 'number'
      readonly label: string
      readonly least: number
      readonly most: number
      readonly whole: boolean
    }
)

type Options = Readonly<Record<string, Option>>

/** The values of a group of options. */
export type Values<O extends Options> = { readonly [K in keyof O]: O[K]['initial'] }

/** What is known of a group without its own types. */
export interface AnyGroup {
  readonly name: string
  readonly options: Options
  readonly initial: Readonly<Record<string, unknown>>
}

/** New values of one group. */
export interface Chosen {
  readonly group: AnyGroup
  readonly values: Readonly<Record<string, unknown>>
}

/** What is chosen in this window, by group; what is missing is as it was to begin with. */
export type ChosenValues = Readonly<Record<string, Readonly<Record<string, unknown>>>>

/** One option, as the bench draws it. */
export interface Control {
  readonly group: AnyGroup
  readonly key: string
  readonly option: Option
}

/**
 * Options that belong together. It is the token by which they are read and chosen; tools that share options share it.
 * A group is defined once, under a name of its own.
 */
export interface OptionGroup<O extends Options> extends AnyGroup {
  readonly options: O
  readonly initial: Values<O>
  /** New values, as an outcome tells them. */
  with(values: Partial<Values<O>>): Chosen
  /** Some of the options, to be drawn on the bench in this order. */
  controls(...keys: readonly (keyof O & string)[]): readonly Control[]
}

export function defineOptions<O extends Options>(name: string, options: O): OptionGroup<O> {
  const initial = Object.fromEntries(Object.entries(options).map(([key, option]) => [key, option.initial])) as Values<O>
  const group: OptionGroup<O> = {
    name,
    options,
    initial,
    with: (values) => ({ group, values }),
    controls: (...keys) => keys.map((key) => ({ group, key, option: options[key]! })),
  }
  return group
}

/** The values of a group among all that were chosen. */
export const valuesOf = <O extends Options>(group: OptionGroup<O>, chosen: ChosenValues): Values<O> =>
  (chosen[group.name] as Values<O> | undefined) ?? group.initial

/** All that is chosen, with new values of one group. */
export const choosing = ({ group, values }: Chosen, chosen: ChosenValues): ChosenValues => ({
  ...chosen,
  [group.name]: { ...(chosen[group.name] ?? group.initial), ...values },
})

/** One of some words. @param words what each value is called */
export const words = <T extends string>(
  initial: NoInfer<T>,
  label: string,
  names: Readonly<Record<T, string>>,
  anew = false,
): Option<T> & { readonly control: 'words' } => ({ control: 'words', initial, label, words: names, anew })

/** One of some words that are called what they are. */
export const sameWords = <T extends string>(...names: readonly T[]): Readonly<Record<T, string>> =>
  Object.fromEntries(names.map((name) => [name, name[0]!.toUpperCase() + name.slice(1)])) as Record<T, string>

/** Yes or no, each by its word. */
export const either = (initial: boolean, label: string, on: string, off: string): Option<boolean> => ({
  control: 'either',
  initial,
  label,
  on,
  off,
})

/** A length. @param leastMm what it may not be less than; more than nothing where it is left out */
export const lengthMm = (
  initial: number,
  label: string,
  {
    leastMm,
    fine = false,
    forgets = false,
    imperial,
  }: {
    readonly leastMm?: number
    readonly fine?: boolean
    readonly forgets?: boolean
    readonly imperial?: number
  } = {},
): Option<number> => ({
  control: 'length',
  initial,
  label,
  fine,
  forgets,
  ...(leastMm !== undefined && { leastMm }),
  ...(imperial !== undefined && { imperial }),
})

/** A number between two bounds. */
export const number = (initial: number, label: string, least: number, most: number): Option<number> => ({
  control: 'number',
  initial,
  label,
  least,
  most,
  whole: false,
})

/** A whole number between two bounds. */
export const count = (initial: number, label: string, least: number, most: number): Option<number> => ({
  control: 'number',
  initial,
  label,
  least,
  most,
  whole: true,
})

/**
 * Whether a browser may bring a value back that it remembers of an option. What it kept may be from another version, or
 * from anywhere.
 */
export function isRemembered(option: Option, found: unknown): boolean {
  switch (option.control) {
    case 'none':
      return option.remembers?.(found) ?? false
    case 'words':
      return typeof found === 'string' && Object.hasOwn(option.words, found)
    case 'either':
      return typeof found === 'boolean'
    case 'length':
      return !option.forgets && isLengthMm(found, option.leastMm)
    case 'number':
      return (
        isFigure(found) && found >= option.least && found <= option.most && (!option.whole || Number.isInteger(found))
      )
  }
}

const isFigure = (found: unknown): found is number => typeof found === 'number' && Number.isFinite(found)

/** @param leastMm what it may not be less than; more than nothing where it is left out */
const isLengthMm = (found: unknown, leastMm?: number): boolean =>
  isFigure(found) && (leastMm === undefined ? found > 0 : found >= leastMm)

/** One of the sizes that are chosen in a panel, as a person left it. @param imperial as above */
export const rememberedMm = (initial: number, imperial: number): Option<number> => ({
  control: 'none',
  initial,
  imperial,
  remembers: (found) => isLengthMm(found),
})

/** One of some words that is chosen in a panel, as a person left it. */
export const rememberedWord = <T extends string>(initial: NoInfer<T>, all: readonly T[]): Option<T> => ({
  control: 'none',
  initial,
  remembers: (found) => all.some((each) => each === found),
})

/** A value that is chosen elsewhere than by a control of the bench, and begins anew with each visit. @param imperial as above */
export const value = <T>(initial: T, imperial?: NoInfer<T>): Option<T> => ({
  control: 'none',
  initial,
  ...(imperial !== undefined && { imperial }),
})
