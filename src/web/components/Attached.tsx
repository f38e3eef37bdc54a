import type { ImgHTMLAttributes } from 'react'
import { useAttachment } from '../hooks/useAttachment.ts'

/** A photo of a build, wherever it is just now. */
export function AttachedImage({
  hash,
  alt,
  ...rest
}: { hash: string; alt: string } & Omit<ImgHTMLAttributes<HTMLImageElement>, 'src' | 'alt'>) {
  return <img src={useAttachment(hash)} alt={alt} {...rest} />
}
