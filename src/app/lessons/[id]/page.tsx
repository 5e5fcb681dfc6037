import { headers } from 'next/headers'
import { addressOf } from '@/contract/route'
import { ROUTES } from '@/contract/routes'
import { LESSON_VERSION } from '@/core/lesson/schema'
import { isId } from '@/server/ids'
import { Workbench } from '@/ui/workbench/Workbench'
import { earlyScript } from '@/ui/kit/api'

/** The workbench; a large lesson is already on its way while the scripts of the page are. */
export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <>
      {isId(id) && (
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{
            __html: earlyScript(addressOf(ROUTES.openLesson, { at: { id }, query: { format: LESSON_VERSION } })),
          }}
        />
      )}
      <Workbench id={id} />
    </>
  )
}
