import type { PartMesh } from '../core/geometry/solids'
import { serveJobs } from './job-client'
import { faultOf } from './job-faults'
import { handlePart, type PartRequest } from './part-handler'

serveJobs<PartRequest, PartMesh>(self, handlePart, faultOf)
