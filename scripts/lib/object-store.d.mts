export interface ObjectStore {
  /** Where it answers: `http://127.0.0.1:47480`. */
  readonly endpoint: string
  readonly key: string
  readonly secret: string
  stop(): Promise<void>
}

/** Starts a store that speaks S3, in a folder that is emptied first. */
export function startObjectStore(home: string): Promise<ObjectStore>
