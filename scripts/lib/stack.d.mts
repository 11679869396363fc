export interface RunningStack {
  address: string
  databaseUrl: string
  stop(): Promise<void>
  /** Kills the web server without warning and starts it again. */
  restartWeb(): Promise<void>
}

export function startStack(options: {
  home: string
  port: number
  dev?: boolean
  seed?: boolean
  onExit?: (what: string) => void
}): Promise<RunningStack>
