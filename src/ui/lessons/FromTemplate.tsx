import { ChevronDown } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { shippedTemplates } from '@/core/ready'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { inWords } from '../../words/words'
import { Menu, MenuItem } from '../kit/menu'

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
    <Menu
      onOpenChange={(is) => is && open()}
      from={
        <Button>
          {inWords('lessons.fromATemplate')}
          <ChevronDown size={13} />
        </Button>
      }
    >
      {list.map((t) => (
        <MenuItem key={t.id} onSelect={() => begin(t.id)}>
          {t.name}
        </MenuItem>
      ))}
    </Menu>
  )
}
