import { BuildsRoom } from '../features/builds'

export default function Page() {
  return <BuildsRoom />
}
