export interface RunningStack {
  address: string
  databaseUrl: string
  /** By which the first person makes an account, where people sign in. */
  setUpCode: string
  stop(): Promise<void>
  /** The process of a part now. */
  pidOf(part: 'web' | 'readers' | 'makers' | 'postgres'): number | undefined
  /** Kills the web server without warning and waits until it is there again. */
  restartWeb(): Promise<void>
}

export function startStack(options: {
  home: string
  port: number
  dev?: boolean
  seed?: boolean
  /** Variables of the web server. */
  settings?: Readonly<Record<string, string>>
  onGiveUp?: (sentence: string) => void
}): Promise<RunningStack>
