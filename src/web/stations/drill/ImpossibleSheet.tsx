import { Title } from '../../components/Heading.tsx'
import { Link } from 'react-router'
import type { MarkItem } from '../../../core/drill/markList.ts'
import { buttonLook } from '../../components/Button.tsx'
import { Findings } from './Findings.tsx'

/** What of the parts as described cannot be drawn or cut, and where it is mended. */
export function ImpossibleSheet({ item }: { item: MarkItem }) {
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <Title>{item.title}</Title>
      <p className="text-body">
        Places and templates are drawn from this all the same. Put it right before you trust them.
      </p>
      <Findings of={item.warnings} />
      <p>
        <Link to="../shelf" className={buttonLook()}>
          To the parts at the Shelf
        </Link>
      </p>
    </article>
  )
}
