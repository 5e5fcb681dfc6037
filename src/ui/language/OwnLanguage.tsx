import { AudioLines, Mic, ScrollText } from 'lucide-react'
import { useState } from 'react'
import type { Lesson } from '@/core/lesson/schema'
import type { Voice } from '@/core/lesson/voices'
import { scriptOf } from '@/core/voice'
import { Button } from '../kit/button'
import { useDesk, wayOf } from '../state/desk'
import { useKept } from '../kit/useKept'
import { useDraft } from '../fields/useDraft'
import { ChooseSound } from '../script/ChooseSound'
import { findWords, narrate, textOfPhrases } from '../script/script'
import { ScriptLanguage, ScriptText } from '../script/ScriptText'
import { Speaking } from './Speaking'
import { inWords } from '../../words/words'

/** The script of a lesson in its own language: written here, spoken by the narrator that ships, or by a recording. */
export function OwnLanguage({ lesson, voice }: { lesson: Lesson; voice: Voice }) {
  const stored = textOfPhrases(scriptOf(lesson, voice))
  const id = useDesk((b) => b.id)
  const inside = useDesk((b) => wayOf(b.inside).join('/'))
  const draft = useDraft(`${id}/${inside}/script`, stored)
  const { text } = draft
  const [language, setLanguage] = useKept(
    `language of ${id}/${inside}`,
    voice.language !== 'und' ? voice.language : 'en',
  )
  const [choosing, setChoosing] = useState(false)
  const recorded = voice.takes.map((t) => lesson.media[t]).find((m) => m !== undefined)
  return (
    <div>
      <p className="mb-2 text-muted">{inWords('language.linesThatBeginWithAre')}</p>
      <ScriptText draft={draft} placeholder={inWords('language.welcomeInThisLessonWe')} />
      <div className="my-3 flex flex-wrap items-center gap-2">
        <ScriptLanguage value={language} onChange={setLanguage} onText={draft.write} />
        <span className="flex-1 truncate text-right text-muted">
          {recorded ? inWords('language.spokenIn', recorded.name) : inWords('language.nobodySpeaksItYet')}
        </span>
        {recorded && (
          <Button disabled={text.trim() === ''} onClick={() => void findWords(recorded.sha256, text, language)}>
            <ScrollText size={13} />
            {inWords('language.findTheWords')}
          </Button>
        )}
        <Button disabled={text.trim() === ''} onClick={() => setChoosing(true)}>
          <Mic size={13} />
          {recorded ? inWords('language.anotherRecording') : inWords('language.aRecordingOfIt')}
        </Button>
        <Button
          look={recorded ? 'plain' : 'main'}
          disabled={text.trim() === ''}
          onClick={() => void narrate(null, text, language)}
        >
          <AudioLines size={13} />
          {inWords('language.letTheNarratorSpeakIt')}
        </Button>
      </div>
      <Speaking />
      {choosing && (
        <ChooseSound
          title={inWords('language.aRecordingOfThisScript')}
          words={inWords('language.itsWordsAreFoundIn')}
          but={recorded?.sha256}
          onChoose={(f) => void findWords(f.sha256, text, language, { voice: null })}
          onClose={() => setChoosing(false)}
        />
      )}
    </div>
  )
}
