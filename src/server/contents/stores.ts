import type { StoreName } from '../database/schema'
import { inDatabase } from './in-database'
import { inS3 } from './in-s3'
import type { ContentStore } from './store'

/** Every store by the name under which the database says where a content lies. */
const STORES: Readonly<Record<StoreName, ContentStore>> = { database: inDatabase, s3: inS3 }

export const STORE_NAMES = Object.keys(STORES) as StoreName[]

export const storeNamed = (name: StoreName): ContentStore => STORES[name]

export const isStore = (name: string | undefined): name is StoreName => STORE_NAMES.some((each) => each === name)

/** Where what is new goes (`CALQUE_CONTENTS`). */
export function chosenStore(): StoreName {
  const name = process.env.CALQUE_CONTENTS || 'database'
  if (!isStore(name)) throw new Error(`CALQUE_CONTENTS=${name} is none of ${STORE_NAMES.join(', ')}.`)
  return name
}
