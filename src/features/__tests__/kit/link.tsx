import type { ComponentProps } from 'react'

type Late = { prefetch?: unknown; replace?: unknown; scroll?: unknown }
export default function Link({ prefetch: _, replace: __, scroll: ___, ...rest }: ComponentProps<'a'> & Late) {
  return <a {...rest} />
}
