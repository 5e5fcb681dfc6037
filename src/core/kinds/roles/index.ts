import type { Rect } from '../../geometry'
import type { Window } from '../../display'
import type { Below } from './below'
import type { Carries } from './carries'
import type { Chimes } from './chimes'
import type { Gauge } from './gauge'
import type { Handled } from './handles'
import type { Keeps } from './keeps'
import type { Marks } from './marks'
import type { Pictures } from './pictures'
import type { Placed } from './within'
import type { Plays } from './plays'
import type { Points } from './points'
import type { View } from './view'

/** What elements of a kind do in a lesson besides being drawn: each is explained, and asked about, in its own file. */
export interface Roles<E> {
  plays?(e: E): Plays
  pictures?(e: E): Pictures
  chimes?(e: E): Chimes
  within?(e: E): Placed
  view?(e: E): View
  carries?(e: E): Carries
  opening?(e: E): Window
  leads?: true
  points?(e: E): Points
  keeps?(e: E): Keeps
  leaves?(e: E): Rect
  marks?(e: E): Marks
  gauge?(e: E): Gauge
  below?(e: E): Below
  handles?(e: E): Handled
}
