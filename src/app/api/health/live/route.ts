export const dynamic = 'force-dynamic'

/** Whether the server lives, whatever it needs besides. */
export const GET = () => Response.json({ status: 'live' })
