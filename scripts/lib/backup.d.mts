/** Writes a copy of the whole database to a file, the server's key beside it. @param home the folder of the database */
export function backUp(home: string, file: string): Promise<void>

/** Puts a copy in the place of what is there; every project begins another history. */
export function restore(home: string, file: string): Promise<void>
