import { ArrowDownToLine, ArrowUpToLine, ChevronDown, ChevronUp, CopyPlus, Scissors, Trash2 } from 'lucide-react'
import { toast } from 'sonner'
import { pointAt, setElements, setLook, setSpan, setTrackOf, spanOfBelow, spanOver, keepReadable } from '@/core/edits'
import { applies, valueAt, type Field } from '@/core/values'
import {
  isGround,
  isRule,
  isView,
  kindName,
  kindOf,
  mediumOf,
  sizeOf,
  type ElementKind,
  type Kind,
  plays,
  isUnseen,
  points,
  isGauge,
} from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { holds } from '@/core/motion'
import { canStayReadable } from '@/core/scene'
import { lengthText } from '@/core/time'
import { editPosed, standing, useStance } from '../state/inPose'
import { edit, setDesk, useDesk, useShown } from '../state/desk'
import { runCommand } from '../commands/commands'
import { Button, IconButton } from '../kit/button'
import { Choice, Tick, Words } from '../fields/fields'
import { KindIcon } from '../kit/kindIcon'
import { ClipSection } from './ClipSection'
import { Edited } from './Edited'
import { FileLine } from './FileLine'
import { FramingSection, WithPointerSection } from './FramingSection'
import { PinSection } from './PinSection'
import { GaugeSection } from './GaugeSection'
import { JoinSection } from './JoinSection'
import { PartSection } from './PartSection'
import { PlaceSection } from './PlaceSection'
import { MoveSection } from './MoveSection'
import { PoseSection } from './PoseSection'
import { seenColour } from '../picture/pickColour'
import { LookField } from './LookField'
import { LookSection } from './LookSection'
import { checkMarkColour } from './markColour'
import { PageSection } from './PageSection'
import { PassingSection } from './PassingSection'
import { PixelSection } from './PixelSection'
import { ScriptSection } from '../script/ScriptSection'
import { SoundSection } from '../sounds/SoundSection'
import { Section } from '../fields/section'
import { StandSection } from './StandSection'
import { TieEditor } from './TieEditor'
import { asSentence, inWords, said, toWords } from '../../words/words'

/** What can be changed of one element: what is mostly changed first, and its pose; what is seldom changed last. */
export function ElementDetails({ element: own }: { element: Element }) {
  const timed = useShown()
  const e = standing(own, useStance(), timed)
  const kind = kindOf(e)
  const rule = isRule(e)
  const view = isView(e)
  const clip = timed.clips.find((c) => c.id === e.id)
  const placed = !rule && plays(e)?.what !== 'sound' && !isGauge(e)
  /** What stands somewhere on the picture by itself, not where the frame puts it. */
  const stands = placed && !isGround(e)
  return (
    <>
      <Named element={e} />
      <Edited element={own} />
      {clip && <ClipSection clip={clip} />}
      {!rule && <PoseSection element={own} />}
      <KindSection element={e} playsHere={clip !== undefined} />
      {!rule && <MoveSection element={own} />}
      <TimeSection element={e} />
      {placed && <PlaceSection element={e} />}
      {clip && <ScriptSection clip={clip} />}
      {clip && <SoundSection clip={clip} />}
      <PartSection element={e} />
      <PageSection element={own} />
      {kind.pulls === 'shape' && !view && !rule && <StandSection element={own} />}
      {!view && (!isUnseen(e) || holds(own)) && !rule && <PassingSection element={e} />}
      {rule && <RuleSection />}
      <SeldomSection element={e} />
      <LookSection element={e} />
      {!view && !rule && !isGauge(e) && <GaugeSection element={e} />}
      {view && <FramingSection element={own} />}
      {stands && !view && <WithPointerSection element={own} />}
      {stands && !view && !clip && <PinSection element={own} />}
      {stands && <JoinSection element={own} />}
      <LayerSection element={e} />
    </>
  )
}

/** Its kind, and its name. */
function Named({ element: e }: { element: Element }) {
  return (
    <div className="flex items-center gap-2 border-b border-edge p-3">
      <KindIcon kind={kindName(e)} size={16} />
      <Words
        label={inWords('details.name')}
        value={e.name}
        onChange={(v) =>
          v.trim() && edit(said('details.renameAnElement'), setElements([e.id], { name: v.trim().slice(0, 120) }))
        }
        className="font-semibold"
      />
    </div>
  )
}

/** When it starts and ends. */
function TimeSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const pushes = useDesk((b) => b.pushes)
  const { from, to } = timed.spans.get(e.id)!
  const lasts = ({ how, frames }: Element['arrival']) => (how === 'none' ? 0 : frames)
  const passing = lasts(e.arrival) + lasts(e.departure)
  return (
    <Section title={inWords('details.time')} folds="open">
      <Spans element={e} />
      <TieEditor element={e} side="start" />
      <TieEditor element={e} side="end" />
      <div className="flex justify-between text-muted">
        <span>{inWords('details.onScreenFor')}</span>
        <span className="figures">
          {inWords('counts.frame', to - from)} · {lengthText(to - from, timed.lesson.rate)}
        </span>
      </div>
      <Tick label={inWords('details.aNewEndPushesWhat')} value={pushes} onChange={(v) => setDesk({ pushes: v })} />
      {passing > to - from && (
        <p className="text-accent-deep">
          {inWords('details.itsArrivalAndDepartureTogether', inWords('counts.frame', passing))}
        </p>
      )}
    </Section>
  )
}

/** What a kind can be changed by: what it is mostly changed by, and the rest. */
function fieldsOfLook(e: Element): { first: Field[]; rest: Field[] } {
  const { fields, first } = kindOf(e)
  const apply = fields.filter((f) => f.inPanel !== false && applies(f, e.look))
  const mostly = first ?? apply.map((f) => f.path)
  return {
    first: mostly.flatMap((path) => apply.find((f) => f.path === path) ?? []),
    rest: apply.filter((f) => !mostly.includes(f.path)),
  }
}
function LookFields({ element: e, of }: { element: Element; of: readonly Field[] }) {
  const put = (f: Field, value: unknown) =>
    editPosed(said('details.change', e.name, toWords(f.label).toLowerCase()), setLook([e.id], f.path, value))
  return of.map((f) => <LookField key={f.path} field={f} element={e} onChange={(v) => put(f, v)} />)
}

/** What its kind is mostly changed by. `playsHere`: its own section says which medium it plays. */
function KindSection({ element: e, playsHere }: { element: Element; playsHere: boolean }) {
  const { lesson } = useShown()
  const kind = kindOf(e)
  const { first, rest } = fieldsOfLook(e)
  const medium = lesson.media[mediumOf(e) ?? '']
  if (isUnseen(e) && first.length + rest.length === 0) return null
  return (
    <Section title={toWords(kind.title)} name="its look" folds="open">
      {medium && !playsHere && <FileLine>{medium.name}</FileLine>}
      {kind.parts?.map((p) => (
        <Tick
          key={p.path}
          label={toWords(p.label)}
          value={valueAt(e.look, p.path) !== null}
          onChange={(v) =>
            edit(
              said('details.partOf', asSentence(p.label), e.name),
              setLook([e.id], p.path, v ? freshPart(e, p) : null),
            )
          }
        />
      ))}
      <PixelSection element={e} />
      <LookFields element={e} of={first} />
      {e.space === 'framed' && kind.seenBy && (
        <Button onClick={() => void checkMarkColour(e)}>{inWords('details.checkItsColourOnThe')}</Button>
      )}
      <Aim element={e} />
    </Section>
  )
}
/** What is seldom changed of its look. */
function SeldomSection({ element: e }: { element: Element }) {
  const { rest } = fieldsOfLook(e)
  if (rest.length === 0) return null
  return (
    <Section
      title={inWords('details.moreOfThe', toWords(kindOf(e).title).toLowerCase())}
      name="more of its look"
      folds="shut"
    >
      <LookFields element={e} of={rest} />
    </Section>
  )
}
/** Lets it point at something, or takes that off. */
function Aim({ element: e }: { element: Element }) {
  const aim = points(e)?.aim
  if (!aim) return null
  const aimName = toWords(aim.name)
  if (aim.at)
    return (
      <Button onClick={() => edit(said('details.takeTheOff', aimName, e.name), pointAt(e.id, null))}>
        {inWords('details.takeTheOffAimName', aimName)}
      </Button>
    )
  const below = { x: e.x, y: e.y + sizeOf(e).h / 2 + 80 }
  return (
    <Button onClick={() => edit(said('details.giveA', e.name, aimName), pointAt(e.id, below))}>
      {inWords('details.giveItA', aimName)}
    </Button>
  )
}

function RuleSection() {
  return (
    <Section title={inWords('details.rule')}>
      <p className="text-muted">{inWords('details.standsForARippleOn')}</p>
      <Button onClick={() => runCommand('break-ripples')}>
        <Scissors size={13} />
        {inWords('details.breakUpIntoSingleRipples')}
      </Button>
    </Section>
  )
}

const SPACES = [
  { value: 'framed', label: inWords('details.framedMovesAndGrows') },
  { value: 'fixed', label: inWords('details.fixedStaysPut') },
] as const
/** In which order it is drawn, on which track, and what a zoom makes of it. */
function LayerSection({ element: e }: { element: Element }) {
  const { tracks } = useShown().lesson
  const heard = plays(e)?.what === 'sound'
  const fitting = tracks.filter((t) => (t.kind === 'sound') === heard)
  return (
    <Section title={inWords('details.layer')} folds="open">
      {!isView(e) && !heard && (
        <Choice
          label={inWords('details.inAZoom')}
          value={e.space}
          options={SPACES}
          onChange={(space) => edit(said('details.is', e.name, space), setElements([e.id], { space }))}
        />
      )}
      {e.space === 'framed' && canStayReadable(e) && (
        <Tick
          label={inWords('details.lettersAndLinesKeepTheir')}
          value={e.readable === true}
          onChange={(v) =>
            edit(said(v ? 'details.staysReadableInAZoom' : 'details.growsInAZoom', e.name), keepReadable([e.id], v))
          }
        />
      )}
      <Choice
        label={inWords('details.track')}
        value={e.track}
        options={fitting.map((t) => ({ value: t.id, label: t.name }))}
        onChange={(v) => edit(said('details.putOnAnotherTrack', e.name), setTrackOf([e.id], v))}
      />
      <Actions />
    </Section>
  )
}

/** What a new part of a look is; where it says so, with colours of what is shown. */
function freshPart(e: Element, { fresh, seen = {} }: NonNullable<Kind<ElementKind>['parts']>[number]): unknown {
  if (typeof fresh !== 'object') return fresh
  const colours = Object.entries(seen).map(([path, which]) => [path, seenColour(e.id, which)] as const)
  return { ...fresh, ...Object.fromEntries(colours.filter(([, colour]) => colour !== null)) }
}

const OVER = [
  { value: 'own', label: inWords('details.itsOwnStartAndEnd') },
  { value: 'below', label: inWords('details.whatLiesBelowIt') },
  { value: 'lesson', label: inWords('details.theLesson') },
  { value: 'body', label: inWords('details.theRecordings') },
  { value: 'chapter', label: inWords('details.theChapterHere') },
  { value: 'take', label: inWords('details.theTakeHere') },
] as const
const AS_LONG = {
  below: { as: inWords('details.whatLiesBelowIt'), none: inWords('details.nothingLiesBelowItWhere') },
  lesson: { as: inWords('details.theLesson'), none: '' },
  body: { as: inWords('details.theRecordings'), none: inWords('details.thereIsNoRecordingIn') },
  chapter: { as: inWords('details.aChapter'), none: inWords('details.thereIsNoChapterAt') },
  take: { as: inWords('details.aTake'), none: inWords('details.thereIsNoTakeAt') },
}
/** What an element lasts exactly as long as: what lies below it, the lesson, or the chapter or take at the playhead. */
function Spans({ element: e }: { element: Element }) {
  const key = (edge: Element['start']) =>
    (edge.on === 'moment' || edge.on === 'element') && edge.offset === 0
      ? `${edge.on === 'moment' ? edge.moment : edge.element} ${edge.edge}`
      : ''
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const now = (['below', 'lesson', 'body', 'chapter', 'take'] as const).find((w) => {
    const s =
      w === 'below'
        ? spanOfBelow(timed, e.id)
        : spanOver(timed, w, w === 'lesson' ? 0 : (timed.spans.get(e.id)?.from ?? 0))
    return s && key(e.start) !== '' && key(s.start) === key(e.start) && key(s.end) === key(e.end)
  })
  return (
    <Choice
      label={inWords('details.asLongAs')}
      value={now ?? 'own'}
      options={OVER}
      onChange={(w) => {
        if (w === 'own') return
        const span = w === 'below' ? spanOfBelow(timed, e.id) : spanOver(timed, w, playhead)
        if (span) edit(said('details.lastsAsLongAs', e.name, AS_LONG[w].as), setSpan(e.id, span))
        else toast(AS_LONG[w].none)
      }}
    />
  )
}

export function Actions() {
  const many = useDesk((b) => b.elements.length > 1)
  return (
    <div className="flex items-center gap-0.5">
      <IconButton label={inWords('details.bringToTheFront')} onClick={() => runCommand('stack-front')}>
        <ArrowUpToLine size={14} />
      </IconButton>
      <IconButton label={inWords('details.oneStepForward')} onClick={() => runCommand('stack-forward')}>
        <ChevronUp size={14} />
      </IconButton>
      <IconButton label={inWords('details.oneStepBack')} onClick={() => runCommand('stack-backward')}>
        <ChevronDown size={14} />
      </IconButton>
      <IconButton label={inWords('details.sendToTheBack')} onClick={() => runCommand('stack-back')}>
        <ArrowDownToLine size={14} />
      </IconButton>
      <span className="flex-1" />
      <IconButton
        label={many ? inWords('details.duplicateThem') : inWords('details.duplicate')}
        keys="Ctrl+D"
        onClick={() => runCommand('duplicate')}
      >
        <CopyPlus size={14} />
      </IconButton>
      <IconButton
        label={many ? inWords('details.deleteThem') : inWords('details.deleteThis')}
        keys="Delete"
        onClick={() => runCommand('delete')}
      >
        <Trash2 size={14} />
      </IconButton>
    </div>
  )
}
