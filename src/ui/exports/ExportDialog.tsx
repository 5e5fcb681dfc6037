import { ROUTES } from '@/contract/routes'
import { toast } from 'sonner'
import { findingsOf, isInFilm } from '@/core/findings'
import { inLanguage, languagesOf } from '@/core/language'
import type { Lesson } from '@/core/lesson/schema'
import { timedOf } from '@/core/scene'
import { lengthText } from '@/core/time'
import { setDesk, useDesk, wholeLesson } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Choice, Tick } from '../fields/fields'
import { FindingRow } from '../fields/FindingRow'
import { useKept } from '../kit/useKept'
import { languageName } from '../language/names'
import { ExportList } from './ExportList'
import { inWords } from '../../words/words'

const HEIGHTS = [2160, 1440, 1080, 720, 540, 360]
type Loudness = '-16' | '-14' | '-23' | 'mixed'
/** No language has that tag. */
const ALL = '*'
type Quality = 'draft' | 'good' | 'best'

/** What is chosen for an export, as far as it can be had of the lesson as it is now. */
function useChoices(open: boolean) {
  const id = useDesk((b) => b.id)
  const marked = useDesk((b) => (b.outer || b.raw ? null : b.passage))
  const [what, setWhat] = useKept<'lesson' | 'passage'>('export: what', 'lesson')
  const [quality, setQuality] = useKept<Quality>('export: quality', 'good')
  const [height, setHeight] = useKept('export: height', 'own')
  const [loudness, setLoudness] = useKept<Loudness>('export: loudness', '-16')
  const [captions, setCaptions] = useKept('export: captions', false)
  const [wanted, setWanted] = useKept<string | null>(`export: language of ${id}`, null)
  const shown = useDesk((b) => b.language)
  const whole = useDesk(wholeLesson)
  const languages = languagesOf(whole)
  // The lesson may have let go of the one that was chosen.
  const there = wanted === ALL || languages.includes(wanted ?? '') ? wanted : null
  const language = there ?? shown ?? languages[0] ?? ''
  const { lesson, length } = timedOf(open && languages.length > 1 ? inLanguage(whole, language) : whole)
  // A passage is one of the lesson in its own language: in another one the frames are others.
  const passage = language === (languages[0] ?? '') ? marked : null
  const part = what === 'passage' ? passage : null
  const choice = {
    quality,
    ...(captions && { captions }),
    ...(part && { from: part.from, to: part.to }),
    ...(height !== 'own' && { height: Number(height) }),
    ...(loudness !== 'mixed' && { loudness: Number(loudness) }),
  }
  const frames = part ? part.to - part.from : length
  return {
    id,
    lesson,
    frames,
    passage,
    languages,
    choice,
    each: languages.length < 2 ? [undefined] : language === ALL ? languages : [language],
    fields: {
      what: { value: part ? ('passage' as const) : ('lesson' as const), onChange: setWhat },
      quality: { value: quality, onChange: setQuality },
      height: { value: height, onChange: setHeight },
      loudness: { value: loudness, onChange: setLoudness },
      captions: { value: captions, onChange: setCaptions },
      language: { value: language, onChange: setWanted },
    },
  }
}
type Choices = ReturnType<typeof useChoices>

function begin({ id, choice, each }: Choices): void {
  const begun = (language?: string) =>
    ask(ROUTES.addExport, { body: { lesson: id, choice: { ...choice, ...(language !== undefined && { language }) } } })
  void Promise.all(each.map(begun)).then(
    () =>
      toast(
        each.length > 1
          ? inWords('exports.exportsRunInTheBackground', each.length)
          : inWords('exports.theExportRunsInThe'),
      ),
    (e: unknown) => toast.error(sentenceOf(e)),
  )
}

/** Starts an export of the lesson or the passage; below it, the exports of this lesson. */
export function ExportDialog() {
  const open = useDesk((b) => b.panel === 'export')
  const saved = useDesk((b) => b.save.state === 'saved')
  const choices = useChoices(open)
  const { lesson, frames, passage } = choices
  const empty = lesson.elements.length === 0
  return (
    <Dialog open={open} onOpenChange={(o) => !o && setDesk({ panel: 'none' })} title={inWords('common.export')} wide>
      <div className="grid grid-cols-[300px_1fr] gap-6">
        <div className="space-y-2.5">
          <Fields of={choices} />
          <p className="text-muted">
            {inWords(
              'exports.mp4WithH264And',
              inWords('counts.frame', frames),
              lengthText(frames, lesson.rate),
              passage ? '' : inWords('exports.setAPassageWithAnd'),
            )}
          </p>
          <Button
            look="main"
            className="w-full justify-center"
            disabled={!saved || empty}
            onClick={() => begin(choices)}
          >
            {saved ? inWords('common.export') : inWords('exports.savingFirst')}
          </Button>
          {empty && <p className="text-accent-deep">{inWords('exports.thereIsNothingInThis')}</p>}
          <ToLookAt lesson={lesson} />
        </div>
        <div>
          <h3 className="mb-2 font-semibold">{inWords('exports.exportsOfThisLesson')}</h3>
          {open && <ExportList lesson={choices.id} />}
        </div>
      </div>
    </Dialog>
  )
}

/** What is amiss with the film, before it is exported. */
function ToLookAt({ lesson }: { lesson: Lesson }) {
  // Inside a lesson within it, what is selected is of that one: then there is nothing to go to.
  const isOutermost = useDesk((b) => b.outer === null)
  const findings = findingsOf(timedOf(lesson)).filter(isInFilm)
  if (findings.length === 0) return null
  return (
    <div className="max-h-56 overflow-y-auto border-t border-edge pt-2">
      <h3 className="font-semibold">{inWords('details.toLookAt')}</h3>
      {findings.map((f) =>
        isOutermost ? (
          <FindingRow key={f.element + f.code + f.sentence} of={f} onGo={() => setDesk({ panel: 'none' })} />
        ) : (
          <p key={f.element + f.code + f.sentence}>{f.sentence}</p>
        ),
      )}
    </div>
  )
}

function Fields({ of: { lesson, passage, languages, fields } }: { of: Choices }) {
  const { width, height } = lesson.frame
  return (
    <>
      <Choice
        label={inWords('exports.what')}
        {...fields.what}
        options={[
          { value: 'lesson', label: inWords('exports.theLesson') },
          ...(passage ? [{ value: 'passage' as const, label: inWords('exports.thePassage') }] : []),
        ]}
      />
      <Choice
        label={inWords('exports.size')}
        {...fields.height}
        options={[
          { value: 'own', label: inWords('exports.itsOwn', width, height) },
          ...HEIGHTS.filter((h) => h !== height).map((h) => ({
            value: String(h),
            label: `${Math.round((h * width) / height / 2) * 2} × ${h}`,
          })),
        ]}
      />
      <Choice
        label={inWords('exports.quality')}
        {...fields.quality}
        options={[
          { value: 'draft', label: inWords('exports.draftFastAndSmall') },
          { value: 'good', label: inWords('exports.good') },
          { value: 'best', label: inWords('exports.bestSlowAndLarge') },
        ]}
      />
      <Choice
        label={inWords('exports.loudness')}
        {...fields.loudness}
        options={[
          { value: '-16', label: inWords('exports.n16LufsForMostPlayers') },
          { value: '-14', label: inWords('exports.n14LufsLouder') },
          { value: '-23', label: inWords('exports.n23LufsForBroadcast') },
          { value: 'mixed', label: inWords('exports.asItIsMixed') },
        ]}
      />
      {languages.length > 1 && (
        <Choice
          label={inWords('common.language')}
          {...fields.language}
          options={[
            ...languages.map((l) => ({ value: l, label: languageName(l) })),
            { value: ALL, label: inWords('exports.allAFileEach', languages.length) },
          ]}
        />
      )}
      <Tick label={inWords('exports.captionsBesideItWebvtt')} {...fields.captions} />
    </>
  )
}
