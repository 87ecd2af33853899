import { handleArchive, type ArchiveReply, type ArchiveRequest } from './archive-handler'
import { serveJobs } from './job-client'
import { faultOf } from './job-faults'

serveJobs<ArchiveRequest, ArchiveReply>(self, handleArchive, faultOf)
