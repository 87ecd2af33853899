import { readOutline, type OutlineOutcome } from '../project/outline'
import { serveJobs } from './job-client'
import { faultOf } from './job-faults'
import type { OutlineRequest } from './outline-client'

serveJobs<OutlineRequest, OutlineOutcome>(self, ({ fileName, text }) => readOutline(fileName, text), faultOf)
