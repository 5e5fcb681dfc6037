import { setLook } from '@/core/edits'
import { asking } from '@/core/kinds'
import { lengthText } from '@/core/time'
import { Button } from '../kit/button'
import { Question } from '../kit/question'
import { edit, useDesk } from '../state/desk'
import { inWords, said } from '../../words/words'

/** Asks once what a lesson in this one does where it was given more time than it takes. */
export function AskLonger() {
  const timed = useDesk((b) => b.timed)
  const live = useDesk((b) => b.live !== null)
  const asked = asking(timed)
  if (!asked) return null
  const { element: e, own, long } = asked
  const answer = (longer: 'slower' | 'rest') =>
    edit(
      longer === 'slower' ? said('workbench.goesSlower', e.name) : said('workbench.restsAtItsEnd', e.name),
      setLook([e.id], 'longer', longer),
    )
  const text = (frames: number) => lengthText(frames, timed.lesson.rate)
  return (
    <Question
      open={!live}
      title={inWords('workbench.hasMoreTimeThanIt', e.name)}
      words={inWords('workbench.itTakesAndIsShown', text(own), text(long))}
      onLeave={() => answer('rest')}
    >
      <Button onClick={() => answer('slower')}>{inWords('workbench.itGoesSlower')}</Button>
      <Button look="main" onClick={() => answer('rest')}>
        {inWords('workbench.itRestsAtItsEnd')}
      </Button>
    </Question>
  )
}
