import { ROUTES } from '@/contract/routes'
import { bringFace, FACE_BYTES } from '@/server/library/faces'
import { answers } from '@/server/web'

export const dynamic = 'force-dynamic'
export const POST = answers(ROUTES.bringFace, ({ body }) => bringFace(body.name, body.data), FACE_BYTES * 1.4)
