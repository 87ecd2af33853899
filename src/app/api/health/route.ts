export const GET = () => Response.json({ status: 'ok' })
