import { serveJobs } from './job-client'
import { faultOf } from './job-faults'
import { handlePart, type PartRequest, type PartResults } from './part-handler'

serveJobs<PartRequest, PartResults[PartRequest['kind']]>(self, handlePart, faultOf)
