import { AlertDialog } from 'radix-ui'
import { Button } from '../kit/button'
import { goTo, setBench, useBench } from './store'

/** Asks before something is changed that cannot be seen at the playhead. */
export function AskFirst() {
  const asks = useBench((b) => b.asks)
  const close = () => setBench({ asks: null })
  return (
    <AlertDialog.Root
      open={asks !== null}
      onOpenChange={(open) => {
        if (!open) close()
      }}
    >
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <AlertDialog.Content
          className={
            'fixed top-1/2 left-1/2 z-50 w-[440px] max-w-[94vw] -translate-x-1/2 ' +
            '-translate-y-1/2 rounded-lg border border-edge-strong bg-sheet p-5 shadow-xl'
          }
          onKeyDown={(e) => e.stopPropagation()}
        >
          <AlertDialog.Title className="mb-2 font-head text-lg">{asks?.name} cannot be seen here</AlertDialog.Title>
          <AlertDialog.Description className="mb-4 text-muted">
            The playhead stands where it is not on screen, so you would not see what you change.
          </AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Leave it</Button>
            </AlertDialog.Cancel>
            <Button
              onClick={() => {
                const { frame } = asks!
                close()
                goTo(frame)
              }}
            >
              Go to it first
            </Button>
            <AlertDialog.Action asChild>
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
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
