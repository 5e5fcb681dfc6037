import { Button } from '../kit/button'
import { Question } from '../kit/question'
import { goTo, setBench, useBench } from './store'

/** Asks before something is changed that cannot be seen at the playhead. */
export function AskFirst() {
  const asks = useBench((b) => b.asks)
  const close = () => setBench({ asks: null })
  return (
    <Question
      open={asks !== null}
      title={`${asks?.name} cannot be seen here`}
      words="The playhead stands where it is not on screen, so you would not see what you change."
      onLeave={close}
    >
      <Button onClick={close}>Leave it</Button>
      <Button
        onClick={() => {
          const { frame } = asks!
          close()
          goTo(frame)
        }}
      >
        Go to it first
      </Button>
      <Button
        look="main"
        onClick={() => {
          const { make } = asks!
          close()
          make()
        }}
      >
        Change it all the same
      </Button>
    </Question>
  )
}
