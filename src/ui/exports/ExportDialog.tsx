import { counted } from '@/core/formats/counted'
import { ROUTES } from '@/contract/routes'
import { toast } from 'sonner'
import { inLanguage, languagesOf } from '@/core/language'
import { timedOf } from '@/core/scene'
import { lengthText } from '@/core/time'
import { setDesk, useDesk, wholeLesson } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Choice, Tick } from '../fields/fields'
import { useKept } from '../kit/useKept'
import { languageName } from '../language/names'
import { ExportList } from './ExportList'

const HEIGHTS = [2160, 1440, 1080, 720, 540, 360]
type Loudness = '-16' | '-14' | '-23' | 'mixed'
/** No language has that tag. */
const ALL = '*'
type Quality = 'draft' | 'good' | 'best'

/** Starts an export of the lesson or the passage; below it, the exports of this lesson. */
export function ExportDialog() {
  const open = useDesk((b) => b.panel === 'export')
  const id = useDesk((b) => b.id)
  const marked = useDesk((b) => (b.outer || b.raw ? null : b.passage))
  const saved = useDesk((b) => b.save.state === 'saved')
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
  const empty = lesson.elements.length === 0
  // A passage is one of the lesson in its own language: in another one the frames are others.
  const passage = language === (languages[0] ?? '') ? marked : null
  const part = what === 'passage' && passage ? passage : { from: 0, to: length }
  const begin = () => {
    const begun = (inWhich?: string) =>
      ask(ROUTES.addExport, {
        body: {
          lesson: id,
          choice: {
            quality,
            ...(inWhich !== undefined && { language: inWhich }),
            ...(captions && { captions }),
            ...(what === 'passage' && passage && { from: passage.from, to: passage.to }),
            ...(height !== 'own' && { height: Number(height) }),
            ...(loudness !== 'mixed' && { loudness: Number(loudness) }),
          },
        },
      })
    const each = languages.length < 2 ? [undefined] : language === ALL ? languages : [language]
    void Promise.all(each.map(begun)).then(
      () =>
        toast(
          each.length > 1
            ? `${each.length} exports run in the background; this window can be closed.`
            : 'The export runs in the background; this window can be closed.',
        ),
      (e: unknown) => toast.error(sentenceOf(e)),
    )
  }
  const heights = HEIGHTS.filter((h) => h !== lesson.frame.height)
  return (
    <Dialog
      open={open}
      onOpenChange={(o) => {
        if (!o) setDesk({ panel: 'none' })
      }}
      title="Export"
      wide
    >
      <div className="grid grid-cols-[300px_1fr] gap-6">
        <div className="space-y-2.5">
          <Choice
            label="What"
            value={what === 'passage' && passage ? 'passage' : 'lesson'}
            onChange={setWhat}
            options={[
              { value: 'lesson', label: 'the lesson' },
              ...(passage ? [{ value: 'passage' as const, label: 'the passage' }] : []),
            ]}
          />
          <Choice
            label="Size"
            value={height}
            onChange={setHeight}
            options={[
              { value: 'own', label: `its own, ${lesson.frame.width} × ${lesson.frame.height}` },
              ...heights.map((h) => ({
                value: String(h),
                label: `${Math.round((h * lesson.frame.width) / lesson.frame.height / 2) * 2} × ${h}`,
              })),
            ]}
          />
          <Choice
            label="Quality"
            value={quality}
            onChange={setQuality}
            options={[
              { value: 'draft', label: 'draft: fast and small' },
              { value: 'good', label: 'good' },
              { value: 'best', label: 'best: slow and large' },
            ]}
          />
          <Choice
            label="Loudness"
            value={loudness}
            onChange={setLoudness}
            options={[
              { value: '-16', label: '−16 LUFS, for most players' },
              { value: '-14', label: '−14 LUFS, louder' },
              { value: '-23', label: '−23 LUFS, for broadcast' },
              { value: 'mixed', label: 'as it is mixed' },
            ]}
          />
          {languages.length > 1 && (
            <Choice
              label="Language"
              value={language}
              onChange={setWanted}
              options={[
                ...languages.map((l) => ({ value: l, label: languageName(l) })),
                { value: ALL, label: `all ${languages.length}, a file each` },
              ]}
            />
          )}
          <Tick label="Captions beside it (WebVTT)" value={captions} onChange={setCaptions} />
          <p className="text-muted">
            MP4 with H.264 and AAC, {counted(part.to - part.from, 'frame')},{' '}
            {lengthText(part.to - part.from, lesson.rate)} long.
            {!passage && ' Set a passage with [ and ] to export a part.'}
          </p>
          <Button look="main" className="w-full justify-center" disabled={!saved || empty} onClick={begin}>
            {saved ? 'Export' : 'Saving first…'}
          </Button>
          {empty && (
            <p className="text-accent-deep">
              There is nothing in this lesson yet. Bring in a recording, or add what is to be seen.
            </p>
          )}
        </div>
        <div>
          <h3 className="mb-2 font-semibold">Exports of this lesson</h3>
          {open && <ExportList lesson={id} />}
        </div>
      </div>
    </Dialog>
  )
}
