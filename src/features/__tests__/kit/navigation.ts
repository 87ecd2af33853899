import { stage } from './stage'

const go = (to: string) => void stage.went.push(to)
export const useRouter = () => ({ push: go, replace: go })
export const useSearchParams = () => new URLSearchParams(stage.query)
export const usePathname = () => '/'
