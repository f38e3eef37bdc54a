import { Dialog as Radix } from 'radix-ui'
import { X } from 'lucide-react'
import type { ReactNode } from 'react'

/** A sheet laid over the page; Escape and the cross close it, unless it has to be answered. */
export function Dialog({
  open,
  onClose,
  title,
  description,
  children,
  mustAnswer,
}: {
  open: boolean
  onClose: () => void
  title: string
  description: string
  children: ReactNode
  mustAnswer?: boolean
}) {
  return (
    <Radix.Root
      open={open}
      onOpenChange={o => {
        if (!o && !mustAnswer) onClose()
      }}
    >
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Radix.Content className="fixed left-1/2 top-[12vh] z-50 flex max-h-[76vh] w-[min(640px,92vw)] -translate-x-1/2 flex-col gap-3 overflow-y-auto border-2 border-ink bg-paper p-5">
          <Radix.Title className="text-figure font-semibold">{title}</Radix.Title>
          <Radix.Description className="text-plain text-muted">{description}</Radix.Description>
          {children}
          {!mustAnswer && (
            <Radix.Close
              aria-label="Close"
              className="absolute right-2 top-2 grid size-11 place-items-center hover:bg-shade"
            >
              <X aria-hidden="true" />
            </Radix.Close>
          )}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
