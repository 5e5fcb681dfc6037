import { inWords, type Said } from '../../words/words'

/** What is drawn for a kind of moment; the pictures are the interface's. */
export type MomentIconName =
  | 'book-open'
  | 'flag'
  | 'grab'
  | 'keyboard'
  | 'monitor'
  | 'mouse-click'
  | 'move-vertical'
  | 'pause'
  | 'quote'
  | 'scissors'
  | 'sound'

/** What is asked of a kind of moment. Each is declared once, in `MOMENT_KINDS`; nothing else lists them. */
export interface MomentTraits {
  /** One and several of it: “1 change on screen”, “2 changes on screen”. */
  counted: readonly [Said, Said]
  /** One of it in a sentence: “the click on Lend out”, “the end of the word “receipt””. */
  named: (label: string, edge: 'start' | 'end') => string
  icon: MomentIconName
  /** Where a file may hold one: with a medium, or on the lesson's own time as well. Else it follows from the lesson. */
  held: 'medium' | 'anywhere' | null
  /** Of several at one place the one with the lowest counts most. */
  rank: number
  /** The lane of the timeline's strip that it is drawn in. */
  lane: 'moments' | 'words' | 'chapters' | null
  /** What it is shown or left out with in the running order; null where it is no line of its own there. */
  listed: MomentList | null
  /** It follows from how the lesson is laid: nobody brought it in or set it. */
  laid?: true
  /** It is there in every lesson, and shows nothing. */
  always?: true
  /** It happens by the way: a run of such is one line. */
  quiet?: true
  /** Nothing is tied to it by a drop or by being near; what is meant is a part of it. */
  parted?: true
  /** Its end is offered to be tied to. */
  endsToo?: true
  /** What ends it is another moment, which is caught instead of its end. */
  endElsewhere?: true
  /** It lasts until the next of its kind. */
  untilNext?: true
  /** Something happens on the screen of a recording. */
  onScreen?: true
  /** It is worth being watched or heard: where it is, the lesson is not idle. */
  busy?: true
  /** What the pointer does: it is pressed and let go, or pressed and kept down. */
  pointer?: 'press' | 'drag'
  /** The pointer stands still through it. */
  still?: true
  /** What changed on the screen, with its rectangle. */
  change?: 'appears' | 'typed'
  /** A key, with its name in the label: several typed in a row are read as one word. */
  key?: true
  /** What is spoken: a word, or the words between two pauses. */
  said?: 'word' | 'phrase'
  /** Somebody speaks; the words take its place where they are known. */
  unworded?: true
  /** Words that come at beats come one on each. */
  beat?: true
  /** A gauge can count it. */
  gauged?: true
  /** A sound can be heard at each. */
  chimed?: true
  /** Set by hand: the act, how the first is named, and what is said. */
  set?: { act: Said; name: Said; said: Said }
  /** It is set in headings' letters. */
  heading?: true
  /** It is drawn dark, as what lessons mostly hang on. */
  strong?: true
  /** Whether it is drawn in the comparison of a lesson before and after, and how: a line, or a faint one. */
  thread?: 'line' | 'faint'
}

/** What is shown or left out together in the running order, in the order in which it is offered. */
export const MOMENT_LISTS = ['clicks', 'keys', 'words', 'hand', 'chapters', 'scrolls', 'screen', 'rests'] as const
export type MomentList = (typeof MOMENT_LISTS)[number]

const quoted = (label: string) => (label.length > 40 ? `${label.slice(0, 38)}…` : label)
const endOf = (edge: 'start' | 'end', named: string) => (edge === 'end' ? inWords('moments.theEndOf', named) : named)
const plain: MomentTraits['named'] = (label, edge) => endOf(edge, quoted(label))
const marked: MomentTraits['named'] = (label, edge) => endOf(edge, inWords('moments.quoted', quoted(label)))

/** All kinds of moment: those that a file holds in the order of its schema, then those that follow from the lesson. */
export const MOMENT_KINDS = {
  click: {
    counted: ['moments.click', 'moments.clicks'],
    named: (label) =>
      // One that nothing is known of but its number.
      /^click \d+$/.test(label)
        ? label
        : inWords(/click/.test(label) ? 'moments.theOne' : 'moments.theClick', quoted(label)),
    icon: 'mouse-click',
    held: 'medium',
    rank: 0,
    lane: 'moments',
    listed: 'clicks',
    onScreen: true,
    busy: true,
    pointer: 'press',
    beat: true,
    gauged: true,
    chimed: true,
    strong: true,
    thread: 'line',
  },
  drag: {
    counted: ['moments.drag', 'moments.drags'],
    named: plain,
    icon: 'grab',
    held: 'medium',
    rank: 1,
    lane: 'moments',
    listed: 'clicks',
    onScreen: true,
    busy: true,
    pointer: 'drag',
  },
  rest: {
    counted: ['moments.rest', 'moments.rests'],
    named: plain,
    icon: 'pause',
    held: 'medium',
    rank: 2,
    lane: 'moments',
    listed: 'rests',
    still: true,
    quiet: true,
  },
  key: {
    counted: ['moments.key', 'moments.keys'],
    named: (label) => inWords('moments.theOne', quoted(label)),
    icon: 'keyboard',
    held: 'medium',
    rank: 1,
    lane: 'moments',
    listed: 'keys',
    onScreen: true,
    busy: true,
    key: true,
    beat: true,
    gauged: true,
    chimed: true,
  },
  typing: {
    counted: ['moments.typing', 'moments.typings'],
    named: plain,
    icon: 'keyboard',
    held: 'medium',
    rank: 1,
    lane: 'moments',
    listed: 'keys',
    onScreen: true,
    busy: true,
    change: 'typed',
  },
  scroll: {
    counted: ['moments.scroll', 'moments.scrolls'],
    named: plain,
    icon: 'move-vertical',
    held: 'medium',
    rank: 1,
    lane: 'moments',
    listed: 'scrolls',
    quiet: true,
    onScreen: true,
    busy: true,
    gauged: true,
  },
  screen: {
    counted: ['moments.change', 'moments.changes'],
    named: plain,
    icon: 'monitor',
    held: 'medium',
    rank: 1,
    lane: 'moments',
    listed: 'screen',
    quiet: true,
    onScreen: true,
    busy: true,
    change: 'appears',
    gauged: true,
    thread: 'line',
  },
  speech: {
    counted: ['moments.speech', 'moments.speeches'],
    named: plain,
    icon: 'sound',
    held: 'medium',
    rank: 4,
    lane: 'moments',
    listed: 'words',
    unworded: true,
    busy: true,
  },
  mark: {
    counted: ['moments.mark', 'moments.marks'],
    named: marked,
    icon: 'flag',
    held: 'anywhere',
    rank: 1,
    lane: 'moments',
    listed: 'hand',
    set: { act: 'moments.setAMoment', name: 'moments.moment', said: 'moments.momentSet' },
    busy: true,
    beat: true,
    gauged: true,
  },
  chapter: {
    counted: ['moments.chapter', 'moments.chapters'],
    named: (label, edge) =>
      inWords(edge === 'end' ? 'moments.theEndOfTheChapter' : 'moments.theStartOfTheChapter', quoted(label)),
    icon: 'book-open',
    held: 'anywhere',
    rank: 3,
    lane: 'chapters',
    listed: 'chapters',
    set: { act: 'moments.startAChapter', name: 'moments.aChapter', said: 'moments.chapterSet' },
    endsToo: true,
    untilNext: true,
    gauged: true,
    heading: true,
  },
  word: {
    counted: ['moments.word', 'moments.words'],
    named: (label, edge) => endOf(edge, inWords('moments.theWord', quoted(label.replace(/[.,;:!?]+$/, '')))),
    icon: 'quote',
    held: null,
    rank: 5,
    lane: 'words',
    listed: null,
    endsToo: true,
    busy: true,
    said: 'word',
  },
  phrase: {
    counted: ['moments.phrase', 'moments.phrases'],
    named: marked,
    icon: 'quote',
    held: null,
    rank: 4,
    lane: null,
    listed: 'words',
    parted: true,
    said: 'phrase',
    thread: 'faint',
  },
  cut: {
    counted: ['moments.cut', 'moments.cuts'],
    named: plain,
    icon: 'scissors',
    held: null,
    rank: 2,
    lane: null,
    listed: null,
    laid: true,
    endElsewhere: true,
  },
  lesson: {
    counted: ['moments.endOfTheLesson', 'moments.endsOfTheLesson'],
    named: plain,
    icon: 'flag',
    held: null,
    rank: 3,
    lane: null,
    listed: null,
    laid: true,
    always: true,
  },
} as const satisfies Record<string, MomentTraits>

type Kinds = typeof MOMENT_KINDS
/** A kind of moment, also those that no file holds. */
export type CatalogueKind = keyof Kinds
type With<T> = { [K in CatalogueKind]: Kinds[K] extends T ? K : never }[CatalogueKind]
/** The kinds that a medium's moments may be of. */
type HeldKind = With<{ held: 'medium' | 'anywhere' }>

const ALL: Record<CatalogueKind, MomentTraits> = MOMENT_KINDS
/** What is declared of a moment's kind. */
export const momentKind = (m: { kind: CatalogueKind }): MomentTraits => ALL[m.kind]

const names = <T extends string>(has: (t: MomentTraits) => boolean) =>
  (Object.keys(ALL) as CatalogueKind[]).filter((k) => has(ALL[k])) as unknown as [T, ...T[]]
/** The kinds of moment of which something holds, in the order of the table; for schemas and choices. */
export const MOMENTS_THAT = {
  /** stand in a file with a medium */
  areHeld: names<HeldKind>((t) => t.held !== null),
  /** stand on a lesson's own time as well, where a person sets them */
  areSet: names<With<{ held: 'anywhere' }>>((t) => t.held === 'anywhere'),
  /** can be found again where something ready is placed */
  areFound: names<Exclude<CatalogueKind, With<{ laid: true }>>>((t) => !t.laid),
  /** can be counted by a gauge */
  areGauged: names<With<{ gauged: true }>>((t) => t.gauged === true),
  /** can have a sound at each */
  areChimed: names<With<{ chimed: true }>>((t) => t.chimed === true),
}
