import { handleAir } from './air-handler'
import { serveJobs } from './job-client'
import { faultOf } from './job-faults'

serveJobs(self, handleAir, faultOf)
