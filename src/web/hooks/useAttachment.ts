import { useEffect, useState } from 'react'
import { attachmentAddress } from '../stores/api.ts'
import { keeper } from '../stores/secureOnly.ts'
import { unsentFile } from '../stores/unsent.ts'

/**
 * Where a photo or another file of a build is shown from: the workshop, or this browser as long as the workshop has not
 * got it. Where there is a service worker it stands in for the workshop by itself.
 */
export function useAttachment(hash: string): string {
  const [own, setOwn] = useState<string>()
  useEffect(() => {
    if (keeper()) return
    let address: string | undefined,
      open = true
    void unsentFile(hash).then(file => {
      if (!file || !open) return
      address = URL.createObjectURL(file)
      setOwn(address)
    })
    return () => {
      open = false
      setOwn(undefined)
      if (address) URL.revokeObjectURL(address)
    }
  }, [hash])
  return own ?? attachmentAddress(hash)
}
