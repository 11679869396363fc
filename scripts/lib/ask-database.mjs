// A question to a database that may be away.
import pg from 'pg'

/** Asks a database one thing. @returns the rows, or null where it does not answer */
export async function rowsOf(url, question) {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 2000 })
  client.on('error', () => undefined)
  try {
    await client.connect()
    return (await client.query(question)).rows
  } catch {
    return null
  } finally {
    await client.end().catch(() => undefined)
  }
}
