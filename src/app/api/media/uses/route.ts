import { ROUTES } from '@/contract/routes'
import { usesOfMedia } from '@/server/library/uses'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = answers(ROUTES.usesOfMedia, () => usesOfMedia())
