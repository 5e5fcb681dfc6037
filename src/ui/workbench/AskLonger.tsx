import { setLook } from '@/core/edits'
import { asking } from '@/core/kinds'
import { lengthText } from '@/core/time'
import { Button } from '../kit/button'
import { Question } from '../kit/question'
import { edit, useDesk } from '../state/desk'

/** Asks once what a lesson in this one does where it was given more time than it takes. */
export function AskLonger() {
  const timed = useDesk((b) => b.timed)
  const live = useDesk((b) => b.live !== null)
  const asked = asking(timed)
  if (!asked) return null
  const { element: e, own, long } = asked
  const answer = (longer: 'slower' | 'rest') =>
    edit(
      longer === 'slower' ? `“${e.name}” goes slower` : `“${e.name}” rests at its end`,
      setLook([e.id], 'longer', longer),
    )
  const text = (frames: number) => lengthText(frames, timed.lesson.rate)
  return (
    <Question
      open={!live}
      title={`“${e.name}” has more time than it takes`}
      words={
        `It takes ${text(own)} and is shown for ${text(long)}. ` +
        'The answer is kept, and can be changed in its details.'
      }
      onLeave={() => answer('rest')}
    >
      <Button onClick={() => answer('slower')}>It goes slower</Button>
      <Button look="main" onClick={() => answer('rest')}>
        It rests at its end
      </Button>
    </Question>
  )
}
