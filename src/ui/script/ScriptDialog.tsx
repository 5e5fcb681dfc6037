import { useState } from 'react'
import { toast } from 'sonner'
import type { LibraryFile } from '@/contract/routes'
import { setDesk, useDesk } from '../state/desk'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Drafted } from '../fields/drafted'
import { BOX, Choice, Tick } from '../fields/fields'
import { useDraft } from '../fields/useDraft'
import { useKept } from '../kit/useKept'
import { findWords, LANGUAGES, languageOf, placeIn, scriptIn, scriptText } from './script'
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
  const { text, drafted, write, drop } = useDraft(`${id}/script/${media}/${anew?.sha256 ?? ''}`, stored)
  const [language, setLanguage] = useKept(`script: language of ${id}/${media}`, languageOf(lesson, media))
  const broughtIn = (own: string) => {
    const script = scriptIn(own)
    if (script === null) toast.error(inWords('script.thereAreNoCaptionsIn'))
    else write(script)
  }
  const options = LANGUAGES.some((l) => l.value === language)
    ? LANGUAGES
    : [{ value: language, label: language }, ...LANGUAGES]
  return (
    <Dialog open onOpenChange={(is) => !is && onClose()} title={inWords('script.scriptOf', medium.name)} wide>
      <p className="mb-2 text-muted">{inWords('script.linesThatBeginWithAre')}</p>
      <textarea
        aria-label={inWords('script.scriptTab')}
        autoFocus
        onFocus={(e) => {
          const there = at && at.length > 0 ? placeIn(lesson, media, at) : null
          if (there) e.target.setSelectionRange(there.from, there.to)
        }}
        rows={16}
        value={text}
        onChange={(e) => write(e.target.value)}
        className={`${BOX} w-full !py-1.5 leading-relaxed`}
      />
      <Drafted drafted={drafted} onDrop={drop} />
      <div className="mt-3 flex items-center gap-3">
        <Choice label={inWords('common.language')} value={language} options={options} onChange={setLanguage} />
        <label className="cursor-pointer text-accent-deep underline">
          {inWords('script.bringInAText')}
          <input
            type="file"
            hidden
            accept=".txt,.md,.markdown,.vtt,.srt"
            onChange={(e) => void e.target.files?.[0]?.text().then(broughtIn)}
          />
        </label>
        {anew && <Tick label={inWords('common.thePictureFollowsTheVoice')} value={follows} onChange={setFollows} />}
        <span className="flex-1" />
        <Button onClick={onClose}>{inWords('common.cancel')}</Button>
        <Button
          look="main"
          disabled={text.trim() === ''}
          onClick={() =>
            void findWords(medium.sha256, text, language, anew && { instead: { media, follows } }).then((begun) => {
              if (!begun) return
              drop()
              onClose()
            })
          }
        >
          {anew ? inWords('script.takeThisRecording') : inWords('script.findTheWords')}
        </Button>
      </div>
    </Dialog>
  )
}
