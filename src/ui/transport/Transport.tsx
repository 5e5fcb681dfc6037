import {
  ChevronDown,
  ChevronFirst,
  ChevronLast,
  ChevronLeft,
  ChevronRight,
  Pause,
  Play,
  Repeat,
  StepBack,
  StepForward,
  Grid3x3,
  Package,
} from 'lucide-react'
import { ADDABLE_KINDS, kindNamed, titleOf, type ElementKind } from '@/core/kinds'
import { lengthText, parseTimecode, timecode } from '@/core/time'
import { begin, desk, goTo, setDesk, useDesk } from '../state/desk'
import { keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { Tick } from '../fields/fields'
import { useTyped } from '../fields/useTyped'
import { KindIcon } from '../kit/kindIcon'
import { NumberField } from '../fields/numberField'
import { inWords, toWords } from '../../words/words'
import { PullOut } from '../kit/pullOut'
import { Menu, MenuItem } from '../kit/menu'

/** These stand in the bar by name; the others behind “More”. */
const AT_HAND: ElementKind[] = ['callout', 'arrow', 'ripple', 'bar', 'zoom', 'text', 'shape']
const REST = ADDABLE_KINDS.filter((k) => !AT_HAND.includes(k))
/** The kinds of element that can be added: point first, then here; or here, then point. */
export function Kinds() {
  const adding = useDesk((b) => (b.doing.do === 'add' ? b.doing.kind : null))
  const further = adding !== null && REST.includes(adding) ? adding : null
  const look = (on: boolean) =>
    `inline-flex h-7 items-center gap-1.5 rounded px-2 whitespace-nowrap disabled:opacity-40 ` +
    `${on ? 'bg-accent text-white' : 'bg-surround-edge text-[#f3ece0] hover:bg-[#4a4b4f]'}`
  return (
    <div
      role="toolbar"
      aria-label={inWords('transport.addAnElement')}
      className="flex items-center gap-1 bg-surround px-2 pt-2"
    >
      {/* What is being added has a longer name than “More”: the word makes room for it. */}
      {!further && <span className="mr-1 text-[#cfc8bb]">{inWords('transport.add')}</span>}
      {AT_HAND.map((k) => (
        <button
          key={k}
          type="button"
          aria-pressed={adding === k}
          title={`${titleOf(k)} (${keyOf(`add-${k}`)})`}
          onClick={() => (adding === k ? begin() : runCommand(`add-${k}`))}
          className={look(adding === k)}
        >
          <KindIcon kind={k} />
          {toWords(kindNamed(k).short ?? kindNamed(k).title)}
        </button>
      ))}
      <Menu
        className="grid grid-cols-2"
        from={
          <button type="button" className={look(further !== null)}>
            {further ? titleOf(further) : inWords('transport.more')}
            <ChevronDown size={13} />
          </button>
        }
      >
        {REST.map((k) => (
          <MenuItem key={k} keys={keyOf(`add-${k}`)} onSelect={() => runCommand(`add-${k}`)}>
            <KindIcon kind={k} />
            {titleOf(k)}
          </MenuItem>
        ))}
        <MenuItem onSelect={() => runCommand('sounds')}>
          <KindIcon kind="chime" />
          {titleOf('chime')} …
        </MenuItem>
      </Menu>
      <button
        type="button"
        title={inWords('transport.readyThings', keyOf('ready'))}
        onClick={() => runCommand('ready')}
        className={look(false)}
      >
        <Package size={14} />
        {inWords('transport.ready')}
      </button>
    </div>
  )
}

/** What helps to place and to judge things on the picture. */
function AidsMenu() {
  const aids = useDesk((b) => b.aids)
  const height = useDesk((b) => b.lesson.frame.height)
  const put = (change: Partial<typeof aids>) => setDesk({ aids: { ...aids, ...change } })
  const any = aids.safe || aids.rulers || aids.grid > 0 || aids.onion > 0
  return (
    <PullOut
      side="top"
      className="w-64 space-y-1.5 p-3"
      from={
        <button
          type="button"
          aria-label={inWords('transport.aidsOnThePicture')}
          title={inWords('transport.safeAreasRulersGridSnapping')}
          className={
            'inline-flex h-7 items-center gap-1 rounded px-1.5 hover:bg-black/5' + (any ? ' bg-accent-wash' : '')
          }
        >
          <Grid3x3 size={15} />
        </button>
      }
    >
      <Tick
        label={inWords('transport.safeAreas', keyOf('guides'))}
        value={aids.safe}
        onChange={(safe) => put({ safe })}
      />
      <Tick
        label={inWords('transport.rulersToPullGuidesFrom', keyOf('rulers'))}
        value={aids.rulers}
        onChange={(rulers) => put({ rulers })}
      />
      <Tick
        label={inWords('transport.grid', keyOf('grid'))}
        value={aids.grid > 0}
        onChange={(v) => put({ grid: v ? Math.round(height / 20) : 0 })}
      />
      {aids.grid > 0 && (
        <NumberField
          label={inWords('transport.of')}
          unit="px"
          min={4}
          max={2000}
          value={aids.grid}
          onChange={(grid) => put({ grid })}
        />
      )}
      <Tick
        label={inWords('transport.snappingAltWhileDraggingNot', keyOf('snap'))}
        value={aids.snap}
        onChange={(snap) => put({ snap })}
      />
      <Tick
        label={inWords('transport.neighbouringFrames', keyOf('onion'))}
        value={aids.onion > 0}
        onChange={(v) => put({ onion: v ? 3 : 0 })}
      />
      {aids.onion > 0 && (
        <NumberField
          label={inWords('transport.every')}
          unit="frames"
          min={1}
          max={60}
          value={aids.onion}
          onChange={(onion) => put({ onion })}
        />
      )}
      <Tick
        label={inWords('transport.motionBlurWhileWorking', keyOf('blur-preview'))}
        value={aids.blur}
        onChange={(blur) => put({ blur })}
      />
    </PullOut>
  )
}

function Timecode() {
  const playhead = useDesk((b) => b.playhead)
  const { lesson, length, clips } = useDesk((b) => b.timed)
  const isEmpty = clips.length === 0 && length <= 1
  const { field } = useTyped({
    shown: timecode(playhead, lesson.rate),
    read: (text) => parseTimecode(text, lesson.rate, desk().playhead),
    unread: (text) => inWords('transport.isNoTimeType00', text),
    give: goTo,
    tried: false,
  })
  return (
    <span className="figures flex items-center gap-1.5 text-[13px]">
      <input
        aria-label={inWords('transport.timeOfThePlayheadType')}
        data-testid="timecode"
        className={
          'w-[100px] rounded border border-edge bg-card px-1 py-0.5 text-center outline-none focus:border-accent'
        }
        {...field}
        onFocus={(e) => e.target.select()}
      />
      <span className="whitespace-nowrap text-muted">
        {isEmpty ? inWords('transport.empty') : `/ ${lengthText(length, lesson.rate)}`}
      </span>
      <span className="w-12 truncate text-[11.5px] text-muted" title={inWords('transport.frame')}>
        {inWords('transport.f', playhead)}
      </span>
    </span>
  )
}

/** Two keyframes on their line, as they stand in the details and in their rows. */
const KeyframesIcon = () => (
  <svg width={15} height={15} viewBox="0 0 15 15" fill="none" stroke="currentColor" strokeWidth={1.3} aria-hidden>
    <path d="M0.5 12.5 H14.5" />
    <path d="M2 12.5 V7 A2 2 0 0 1 6 7 V12.5 Z" fill="currentColor" />
    <path d="M9 12.5 V7 A2 2 0 0 1 13 7 V12.5 Z" />
  </svg>
)

export function Transport() {
  const speed = useDesk((b) => b.speed)
  const pace = useDesk((b) => b.pace)
  const looping = useDesk((b) => b.looping)
  const keysOpen = useDesk((b) => b.keysOpen)
  const zoom = useDesk((b) => b.pictureZoom)
  const button = (id: string, label: string, icon: React.ReactNode, pressed?: boolean) => (
    <IconButton label={label} keys={keyOf(id)} pressed={pressed} onClick={() => runCommand(id)}>
      {icon}
    </IconButton>
  )
  return (
    <div
      role="toolbar"
      aria-label={inWords('transport.transport')}
      className="flex h-9 shrink-0 items-center gap-1 border-y border-edge-strong bg-sheet px-2"
    >
      {button('start', inWords('transport.toTheStart'), <ChevronFirst size={16} />)}
      {button('previous-moment', inWords('transport.previousMoment'), <ChevronLeft size={16} />)}
      {button('previous-frame', inWords('transport.previousFrame'), <StepBack size={14} />)}
      <IconButton
        look="main"
        label={speed ? inWords('common.stop') : inWords('common.play')}
        keys="Space"
        data-testid="play"
        onClick={() => runCommand('play')}
      >
        {speed ? <Pause size={15} /> : <Play size={15} />}
      </IconButton>
      {button('next-frame', inWords('transport.nextFrame'), <StepForward size={14} />)}
      {button('next-moment', inWords('transport.nextMoment'), <ChevronRight size={16} />)}
      {button('end', inWords('transport.toTheEnd'), <ChevronLast size={16} />)}
      {button('loop', inWords('transport.playThePassageOverAnd'), <Repeat size={14} />, looping)}
      <span className="mx-1 h-5 w-px bg-edge" />
      <Timecode />
      <select
        aria-label={inWords('transport.speedOfPlaying')}
        value={String(speed === 0 ? pace : speed === 0.5 || speed === 0.25 ? speed : 1)}
        onChange={(e) => setDesk({ speed: Number(e.target.value), pace: Number(e.target.value) })}
        className="figures rounded border border-edge bg-card px-1 py-0.5 text-xs"
        title={inWords('transport.fullHalfAndQuarterSpeed')}
      >
        <option value="1">{Math.abs(speed) > 1 || speed < 0 ? `${speed} ×` : '1 ×'}</option>
        <option value="0.5">½ ×</option>
        <option value="0.25">¼ ×</option>
      </select>
      <span className="flex-1" />
      <IconButton
        label={inWords('transport.keyframesOfWhatIsSelected')}
        keys={keyOf('keys-open')}
        pressed={keysOpen}
        onClick={() => runCommand('keys-open')}
      >
        <KeyframesIcon />
      </IconButton>
      <AidsMenu />
      <select
        aria-label={inWords('transport.sizeOfThePicture')}
        value={String(zoom)}
        onChange={(e) => setDesk({ pictureZoom: e.target.value === 'fit' ? 'fit' : Number(e.target.value) })}
        className="figures rounded border border-edge bg-card px-1 py-0.5 text-xs"
      >
        <option value="fit">{inWords('transport.fit')}</option>
        {typeof zoom === 'number' && ![0.5, 1, 2, 4].includes(zoom) && (
          <option value={String(zoom)}>{Math.round(zoom * 100)} %</option>
        )}
        {[0.5, 1, 2, 4].map((z) => (
          <option key={z} value={String(z)}>
            {z * 100} %
          </option>
        ))}
      </select>
    </div>
  )
}
