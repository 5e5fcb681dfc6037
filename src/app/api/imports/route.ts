import { listImports } from '@/server/ingest'
import { route } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = route(async () => Response.json(await listImports()))
