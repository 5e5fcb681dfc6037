import { settleMove } from '../edits'
import { movesOf } from '../timing'
import type { Found, Finder } from './finding'
import { inWords, said } from '../../words/words'

/** Moves that an older program let set out for each value by itself, with what they come to today. */
export const apart: Finder = {
  code: 'apart',
  inFilm: true,
  find: (timed) =>
    timed.lesson.elements
      .filter((e) => e.poses.some((p) => p.apart))
      .flatMap((e) => {
        const landed = new Map<string, number>()
        return movesOf(timed, e).flatMap(({ pose, from, to }, n): Found[] => {
          const paths = Object.keys(pose.values)
          const start = timed.spans.get(e.id)!.from
          const was = Math.min(...paths.map((path) => Math.min(to, landed.get(path) ?? start)))
          for (const path of paths) landed.set(path, to)
          if (!pose.apart || was === from) return []
          const sentence = inWords('findings.itsMoveToPoseBegins', e.name, n + 2, Math.round(from), Math.round(was))
          return [{ element: e.id, pose: pose.id, sentence, frame: Math.round(was) }]
        })
      }),
  mends: ({ element, pose }) =>
    pose === undefined
      ? []
      : [
          {
            words: inWords('findings.itIsRightSo'),
            label: said('findings.aMoveAsItsPanel'),
            change: settleMove(element, pose, false),
          },
          {
            words: inWords('findings.asItWasBefore'),
            label: said('findings.aMoveAsItWas'),
            change: settleMove(element, pose, true),
          },
        ],
}
