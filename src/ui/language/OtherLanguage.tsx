import { AudioLines, Eye, Mic, Trash2 } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { inOne, linkWord, removeLanguage, sayText, setFollows, translate, whensOf } from '@/core/edits'
import { missingIn, scriptsBeside, textsOf, tooLong, wordMates, type PhrasePair, type TextAt } from '@/core/language'
import type { Lesson } from '@/core/lesson/schema'
import type { Phrase, Voice } from '@/core/lesson/voices'
import { edit, lookIn, select, setDesk, useDesk } from '../state/desk'
import { useKept } from '../kit/useKept'
import { Button } from '../kit/button'
import { BOX, Tick, Words } from '../fields/fields'
import { ChooseSound } from '../script/ChooseSound'
import { findWords, narrate, textOfPhrases } from '../script/script'
import { languageName } from './names'
import { Speaking } from './Speaking'
import { inWords, said } from '../../words/words'

const textOf = (p: Phrase | null) => p?.words.map((w) => w.text).join(' ') ?? ''
const shortened = (text: string) => (text.length > 40 ? `${text.slice(0, 39)}…` : text)

interface OtherProps {
  lesson: Lesson
  first: Voice
  voice: Voice
}
/** Another language of a lesson: its script and its texts beside those of the first one. */
export function OtherLanguage({ lesson, first, voice, onGone }: OtherProps & { onGone: () => void }) {
  const [only, setOnly] = useKept('language: only what is missing', false)
  const name = languageName(voice.language)
  const missing = new Set(missingIn(lesson, voice))
  return (
    <div>
      <SpokenBy lesson={lesson} first={first} voice={voice} />
      <Speaking />
      <div className="mb-2 flex items-center gap-6">
        <Tick label={inWords('language.onlyWhatIsMissing', missing.size)} value={only} onChange={setOnly} />
        <Tick
          label={inWords('common.thePictureFollowsTheVoice')}
          value={voice.follows}
          onChange={(v) =>
            edit(
              v ? said('language.thePictureFollows', name) : said('language.thePictureStays'),
              setFollows(voice.id, v),
            )
          }
        />
        <span className="flex-1" />
        <Button
          onClick={() => {
            if (edit(said('language.takenOut', name), removeLanguage(voice.id))) onGone()
          }}
        >
          <Trash2 size={13} />
          {inWords('language.takeThisLanguageOut')}
        </Button>
      </div>
      <TooLong lesson={lesson} language={voice.language} />
      <Beside lesson={lesson} first={first} voice={voice} missing={missing} only={only} />
    </div>
  )
}

/** Who speaks it: a recording that is chosen, or the narrator; and a look at the lesson in it. */
function SpokenBy({ lesson, first, voice }: OtherProps) {
  const [choosing, setChoosing] = useState(false)
  const shown = useDesk((b) => b.language)
  const name = languageName(voice.language)
  const script = textOfPhrases(voice.script ?? [])
  const take = voice.takes.map((t) => lesson.media[t]).find((m) => m !== undefined)
  const words = voice.script?.reduce((sum, p) => sum + (p.heading ? 0 : p.words.length), 0) ?? 0
  return (
    <div className="mb-2 flex flex-wrap items-center gap-2">
      <span className="flex-1 truncate text-muted">
        {take
          ? inWords('language.spokenInOfWordsHave', take.name, take.words.length, words)
          : inWords('language.nobodySpeaksItYetThe')}
      </span>
      <Button disabled={words === 0} onClick={() => setChoosing(true)}>
        <Mic size={13} />
        {take ? inWords('language.anotherRecording') : inWords('language.aRecordingOfIt')}
      </Button>
      <Button disabled={words === 0} onClick={() => void narrate(voice.id, script, voice.language)}>
        <AudioLines size={13} />
        {inWords('language.letTheNarratorSpeakIt')}
      </Button>
      <Button
        look="main"
        onClick={() => {
          lookIn(shown === voice.language ? null : voice.language)
          setDesk({ panel: 'none' })
        }}
      >
        <Eye size={13} />
        {shown === voice.language
          ? inWords('language.lookAtItIn', languageName(first.language))
          : inWords('language.lookAtItInName', name)}
      </Button>
      {choosing && (
        <ChooseSound
          title={inWords('language.aRecordingIn', name)}
          words={inWords('language.theWordsOfItsScript')}
          but={take?.sha256}
          onChoose={(f) => void findWords(f.sha256, script, voice.language, { voice: voice.id })}
          onClose={() => setChoosing(false)}
        />
      )}
    </div>
  )
}

/** The texts that do not fit where they stand in it. */
function TooLong({ lesson, language }: { lesson: Lesson; language: string }) {
  const long = tooLong(lesson, language)
  if (long.length === 0) return null
  return (
    <ul
      className="mb-2 space-y-1 rounded border border-accent bg-accent-wash p-2"
      aria-label={inWords('language.tooLong')}
    >
      {long.map((l) => (
        <li key={l.element} className="flex items-center gap-2">
          <span className="flex-1">{l.sentence}</span>
          <Button
            onClick={() => {
              lookIn(language)
              setDesk({ panel: 'none' })
              select([l.element])
            }}
          >
            {inWords('language.showIt')}
          </Button>
        </li>
      ))}
    </ul>
  )
}

/** The lines of what was put into a phrase, each without its mark of a heading. */
const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((l) =>
      l
        .replace(/^#+\s*/, '')
        .trim()
        .slice(0, 4000),
    )
    .filter(Boolean)

/** What is said and written, in both languages beside each other. */
function Beside({ lesson, first, voice, missing, only }: OtherProps & { missing: ReadonlySet<string>; only: boolean }) {
  const name = languageName(voice.language)
  const phrases = scriptsBeside(lesson, first, voice)
  const texts = textsOf(lesson)
  /** Several lines are several phrases: the one that they were put into, and those after it. */
  const say = (phrase: string, text: string) => {
    const lines = linesOf(text)
    const from = phrases.findIndex((p) => p.first.id === phrase)
    const to = phrases.slice(from, from + Math.max(1, lines.length))
    edit(
      said('language.saysInIt', name, shortened(lines[0] ?? '')),
      inOne(to.map((p, i) => translate(voice.id, p.first.id, lines[i] ?? ''))),
    )
  }
  const wanted = (of: string) => !only || missing.has(of)
  return (
    <div className="thin-scroll max-h-[52vh] overflow-auto rounded border border-edge bg-card">
      <table className="w-full table-fixed border-collapse">
        <thead className="sticky top-0 bg-sheet text-left">
          <tr>
            <th className="w-1/2 px-2 py-1 font-semibold">{languageName(first.language)}</th>
            <th className="px-2 py-1 font-semibold">{name}</th>
          </tr>
        </thead>
        <tbody>
          {phrases
            .filter((p) => wanted(p.first.id))
            .map((p) => (
              <PhraseRow
                key={p.first.id}
                lesson={lesson}
                first={first}
                voice={voice}
                pair={p}
                missing={missing.has(p.first.id)}
                onSay={(text) => say(p.first.id, text)}
              />
            ))}
          {texts
            .filter((t) => wanted(`${t.of} ${t.path}`))
            .map((t) => (
              <TextRow key={`${t.of} ${t.path}`} of={t} voice={voice} missing={missing.has(`${t.of} ${t.path}`)} />
            ))}
        </tbody>
      </table>
      {phrases.length + texts.length === 0 && (
        <p className="p-3 text-muted">{inWords('language.thereIsNothingSaidOr')}</p>
      )}
    </div>
  )
}

/** A text of the lesson beside what it is in another language. */
function TextRow({ of: t, voice, missing }: { of: TextAt; voice: Voice; missing: boolean }) {
  const name = languageName(voice.language)
  return (
    <Row
      missing={missing}
      left={
        <>
          <span className="mr-1.5 text-xs text-muted">{t.name}</span>
          {t.text}
        </>
      }
    >
      <Words
        label={`${t.name}: ${shortened(t.text)}`}
        lines={2}
        value={voice.texts[t.of]?.[t.path] ?? ''}
        onChange={(v) =>
          edit(
            said('language.saysInIt', name, shortened(v || t.text)),
            sayText(voice.id, t.of, t.path, v.trim() === '' ? null : v),
          )
        }
      />
    </Row>
  )
}

function Row({ left, missing, children }: { left: ReactNode; missing: boolean; children: ReactNode }) {
  return (
    <tr className="border-t border-edge align-top">
      <td className="px-2 py-1.5">
        {missing && (
          <span
            className="mr-1.5 inline-block size-2 rounded-full bg-accent"
            role="img"
            aria-label={inWords('language.missingWord')}
          />
        )}
        {left}
      </td>
      <td className="px-2 py-1" dir="auto">
        {children}
      </td>
    </tr>
  )
}

/** A phrase beside what it is in another language; and which of its words stand for words that something hangs on. */
function PhraseRow({
  lesson,
  first,
  voice,
  pair,
  missing,
  onSay,
}: {
  lesson: Lesson
  first: Voice
  voice: Voice
  pair: PhrasePair
  missing: boolean
  onSay: (text: string) => void
}) {
  const { first: p, own } = pair
  const text = textOf(p)
  const hung = p.words.flatMap((w) => {
    const names = lesson.elements.filter((e) => whensOf(e).some((x) => x.on === 'moment' && x.moment === w.id))
    return names.length > 0 ? [{ word: w, names: names.map((e) => e.name) }] : []
  })
  const mates = new Map([...wordMates(lesson, first, voice)].map(([mine, theirs]) => [theirs, mine]))
  return (
    <Row missing={missing} left={p.heading ? <strong># {text}</strong> : text}>
      <Words
        label={inWords('language.translationOf', shortened(text))}
        lines={2}
        value={textOf(own)}
        onChange={onSay}
      />
      {!p.heading &&
        own &&
        own.words.length > 0 &&
        hung.map(({ word, names }) => (
          <div key={word.id} className="flex items-center gap-1.5 py-0.5 text-xs text-muted">
            <span className="truncate">{inWords('language.is', word.text, names.join(', '))}</span>
            <select
              aria-label={inWords('language.whatIs', word.text)}
              className={BOX}
              value={voice.links[word.id] ?? ''}
              onChange={(e) =>
                edit(said('language.isAnotherWord', word.text), linkWord(voice.id, word.id, e.target.value || null))
              }
            >
              <option value="">
                {inWords(
                  'language.byItsPlace',
                  own.words.find((w) => w.id === mates.get(word.id))?.text ?? inWords('language.nothingYet'),
                )}
              </option>
              {own.words.map((w) => (
                <option key={w.id} value={w.id}>
                  {w.text}
                </option>
              ))}
            </select>
          </div>
        ))}
    </Row>
  )
}
