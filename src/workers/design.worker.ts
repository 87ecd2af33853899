import { handleDesign } from './design-handler'
import { serveJobs } from './job-client'
import { faultOf } from './job-faults'

serveJobs(self, handleDesign, faultOf)
