import { readFile } from 'node:fs/promises'
import { join } from 'node:path'

const FOLDER = join(process.cwd(), 'docs/screenshots')
const NAME = /^[a-z-]{1,40}$/

/** A picture of the manual: those that `npm run shots` makes. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params
  const bytes = NAME.test(name) ? await readFile(join(FOLDER, `${name}.png`)).catch(() => null) : null
  if (!bytes) return new Response(null, { status: 404 })
  return new Response(bytes, { headers: { 'content-type': 'image/png', 'cache-control': 'max-age=3600' } })
}
