import { useState } from 'react'
import type { LibraryFile } from '@/contract/routes'
import { setDesk, useDesk } from '../state/desk'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Tick } from '../fields/fields'
import { useDraft } from '../fields/useDraft'
import { useKept } from '../kit/useKept'
import { findWords, languageOf, placeIn, scriptText } from './script'
import { ScriptLanguage, ScriptText } from './ScriptText'
import { inWords } from '../../words/words'

/** The script for another recording that was brought in, where it is to take the place of one. */
export function AnotherDialog() {
  const another = useDesk((b) => b.another)
  const lesson = useDesk((b) => b.lesson)
  const by = another && lesson.media[another.by]
  if (!another || !by || !lesson.media[another.media]) return null
  return (
    <ScriptDialog
      media={another.media}
      anew={{ sha256: by.sha256, medium: by }}
      onClose={() => setDesk({ another: null })}
    />
  )
}

/** The script as it is written: its words are found in the sound when that is asked for. */
export function ScriptDialog({
  media,
  anew,
  at,
  onClose,
}: {
  media: string
  /** Another recording that is to be heard in its place. */
  anew?: Pick<LibraryFile, 'sha256' | 'medium'>
  /** The words that are selected in it at first. */
  at?: readonly string[]
  onClose: () => void
}) {
  const lesson = useDesk((b) => b.lesson)
  const medium = anew?.medium ?? lesson.media[media]!
  const [follows, setFollows] = useKept('script: follows', true)
  const id = useDesk((b) => b.id)
  const [stored] = useState(() => scriptText(lesson, media))
  const draft = useDraft(`${id}/script/${media}/${anew?.sha256 ?? ''}`, stored)
  const [language, setLanguage] = useKept(`script: language of ${id}/${media}`, languageOf(lesson, media))
  const take = async () => {
    const instead = anew && { instead: { media, follows } }
    if (!(await findWords(medium.sha256, draft.text, language, instead))) return
    draft.drop()
    onClose()
  }
  return (
    <Dialog open onOpenChange={(is) => !is && onClose()} title={inWords('script.scriptOf', medium.name)} wide>
      <p className="mb-2 text-muted">{inWords('script.linesThatBeginWithAre')}</p>
      <ScriptText
        draft={draft}
        autoFocus
        onFocus={(e) => {
          const there = at && at.length > 0 ? placeIn(lesson, media, at) : null
          if (there) e.target.setSelectionRange(there.from, there.to)
        }}
      />
      <div className="mt-3 flex items-center gap-3">
        <ScriptLanguage value={language} onChange={setLanguage} onText={draft.write} />
        {anew && <Tick label={inWords('common.thePictureFollowsTheVoice')} value={follows} onChange={setFollows} />}
        <span className="flex-1" />
        <Button onClick={onClose}>{inWords('common.cancel')}</Button>
        <Button look="main" disabled={draft.text.trim() === ''} onClick={() => void take()}>
          {anew ? inWords('script.takeThisRecording') : inWords('script.findTheWords')}
        </Button>
      </div>
    </Dialog>
  )
}
