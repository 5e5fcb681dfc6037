import { ChevronDown } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { shippedTemplates } from '@/core/ready'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { inWords } from '../../words/words'

const ITEM = 'cursor-pointer rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-wash'
interface Named {
  id: string
  name: string
}

/** A new lesson that begins as a template. */
export function FromTemplate() {
  const router = useRouter()
  const [list, setList] = useState<readonly Named[]>([])
  const open = () => {
    const shipped = shippedTemplates()
    setList(shipped)
    ask(ROUTES.listKept, { query: { kind: 'template' } }).then(
      (own) => setList([...own, ...shipped]),
      (e: unknown) => void toast.error(sentenceOf(e)),
    )
  }
  const begin = (template: string) =>
    void ask(ROUTES.makeLesson, { body: { template } }).then(
      ({ id }) => router.push(`/lessons/${id}`),
      (e: unknown) => void toast.error(sentenceOf(e)),
    )
  return (
    <DropdownMenu.Root onOpenChange={(is) => is && open()}>
      <DropdownMenu.Trigger asChild>
        <Button>
          {inWords('lessons.fromATemplate')}
          <ChevronDown size={13} />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-50 rounded border border-edge-strong bg-sheet p-1 shadow-xl">
          {list.map((t) => (
            <DropdownMenu.Item key={t.id} className={ITEM} onSelect={() => begin(t.id)}>
              {t.name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
