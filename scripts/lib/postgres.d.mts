export function freePort(wanted: number): Promise<number>

/** The address of the database for a program that sees all projects. */
export function seeingAll(url: string): string

/** The server's key, made once beside the database. @returns its file */
export function serverKeyFile(home: string): string

/** Starts the cluster kept in a folder, making it first where there is none, and keeps it running. */
export function startPostgres(home: string): Promise<{
  url: string
  ownerUrl: string
  superuserUrl: string
  part: { readonly pid: number | undefined; stop(): Promise<void> }
}>
