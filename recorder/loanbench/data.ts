export interface Tool {
  id: string
  name: string
  shelf: string
  kind: string
  state: 'in' | 'out' | 'repair'
  due?: string
  glyph: 'drill' | 'saw' | 'ladder' | 'sander' | 'clamp' | 'level' | 'garden' | 'heat'
}

/** The shelves of the Larkfield Tool Library. */
export const TOOLS: Tool[] = [
  { id: 'LT-014', name: 'Belt sander, 76 mm', shelf: 'B 2', kind: 'Sanding', state: 'in', glyph: 'sander' },
  { id: 'LT-021', name: 'Circular saw', shelf: 'A 4', kind: 'Sawing', state: 'out', due: '29 Nov', glyph: 'saw' },
  { id: 'LT-027', name: 'Cordless drill, 18 V', shelf: 'A 1', kind: 'Drilling', state: 'in', glyph: 'drill' },
  { id: 'LT-028', name: 'Corner drill attachment', shelf: 'A 1', kind: 'Drilling', state: 'in', glyph: 'drill' },
  {
    id: 'LT-033',
    name: 'Extension ladder, 5 m',
    shelf: 'Yard',
    kind: 'Access',
    state: 'out',
    due: '2 Dec',
    glyph: 'ladder',
  },
  { id: 'LT-040', name: 'F-clamps, set of six', shelf: 'C 3', kind: 'Holding', state: 'in', glyph: 'clamp' },
  { id: 'LT-046', name: 'Hammer drill, corded', shelf: 'A 2', kind: 'Drilling', state: 'repair', glyph: 'drill' },
  { id: 'LT-052', name: 'Heat gun', shelf: 'B 5', kind: 'Finishing', state: 'in', glyph: 'heat' },
  { id: 'LT-058', name: 'Hedge trimmer', shelf: 'Yard', kind: 'Garden', state: 'in', glyph: 'garden' },
  { id: 'LT-061', name: 'Line laser level', shelf: 'B 1', kind: 'Measuring', state: 'in', glyph: 'level' },
  { id: 'LT-067', name: 'Mitre saw', shelf: 'A 5', kind: 'Sawing', state: 'in', glyph: 'saw' },
]
export const HISTORY = [
  ['12 Oct – 19 Oct', 'Tamsin Reed', 'returned clean, both batteries charged'],
  ['21 Sep – 5 Oct', 'Brannoc Hale', 'returned two days late'],
  ['30 Aug – 6 Sep', 'Ilse Quarrie', 'returned clean'],
  ['2 Aug – 16 Aug', 'Perrin Holloway', 'chuck key missing, found later'],
  ['11 Jul – 18 Jul', 'Odile Marsh', 'returned clean'],
  ['20 Jun – 4 Jul', 'Tamsin Reed', 'returned clean'],
  ['29 May – 5 Jun', 'Corin Vale', 'battery replaced'],
  ['1 May – 15 May', 'Maren Sollis', 'returned clean'],
]
export const MEMBERS = [
  ['Odile Marsh', 'member since 2021 · 0 loans open'],
  ['Odo Pellinor', 'member since 2024 · 1 loan open'],
  ['Oswin Tarrant', 'member since 2019 · 0 loans open'],
]
