import { Step } from '@/contract/steps'
import { takeStep } from '@/server/lessons'
import { body, route, STEP_BYTES } from '@/server/web'

export const POST = route<{ params: Promise<{ id: string }> }>(async (request, { params }) =>
  Response.json(await takeStep((await params).id, await body(request, Step, STEP_BYTES))),
)
