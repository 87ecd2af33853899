import { act, render, screen } from '@testing-library/react'
import { useJob, type Job } from '../shared/use-job'

type Say = (job: Job<string>) => void
const said = new Map<string, Say>()
const run = (request: { name: string }, _: AbortSignal, say: Say) => {
  said.set(request.name, say)
  return new Promise<void>(() => undefined)
}
function Shown({ request }: { request: { name: string } }) {
  const job = useJob(request, run)
  return <p>{job.status === 'done' ? job.value : job.status}</p>
}

test('what was ended says nothing more: what came after it stands', () => {
  const { rerender } = render(<Shown request={{ name: 'first' }} />)
  const second = { name: 'second' }
  rerender(<Shown request={second} />)
  act(() => said.get('second')?.({ status: 'done', value: 'of the second' }))
  expect(screen.getByText('of the second')).toBeInTheDocument()
  // a worker that was not ended in time
  act(() => said.get('first')?.({ status: 'done', value: 'of the first' }))
  expect(screen.getByText('of the second')).toBeInTheDocument()
})
