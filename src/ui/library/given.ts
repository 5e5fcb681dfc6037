import { toast } from 'sonner'
import { GivenFile, ROUTES } from '@/contract/routes'
import { ask, sentenceOf } from '../kit/api'
import { inWords } from '../../words/words'

/** Saves something that is kept as a file for others. */
export async function give(id: string, name: string): Promise<void> {
  try {
    const file = await ask(ROUTES.giveKept, { at: { id } })
    const url = URL.createObjectURL(new Blob([JSON.stringify(file)], { type: 'application/json' }))
    const link = document.createElement('a')
    link.href = url
    link.download = `${name.replace(/[^\p{L}\p{N} _-]/gu, '').trim() || 'kept'}.vane.json`
    link.click()
    setTimeout(() => URL.revokeObjectURL(url), 60_000)
    const media = Object.keys(file.media).length
    toast(
      inWords(
        'library.isSavedAsAFile',
        name,
        media > 0
          ? inWords('library.withInIt', media === 1 ? inWords('library.oneFile') : inWords('library.files', media))
          : '',
      ),
    )
  } catch (e) {
    toast.error(sentenceOf(e))
  }
}

/** Keeps what others gave as files; each that is none is told by name. */
export async function takeGiven(files: Iterable<File>): Promise<void> {
  for (const file of files) {
    const read = await file
      .text()
      .then((text) => GivenFile.safeParse(JSON.parse(text)))
      .catch(() => null)
    if (!read?.success) {
      toast.error(inWords('library.isNothingThatWasKept', file.name))
      continue
    }
    try {
      const { name } = await ask(ROUTES.bringKept, { body: read.data })
      toast.success(inWords('library.isKeptInThisLibrary', name))
    } catch (e) {
      toast.error(sentenceOf(e))
    }
  }
}
