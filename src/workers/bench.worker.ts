import { handedOver, handleBench, type BenchReply, type BenchRequest } from './bench-handler'
import { serveJobs } from './job-client'
import { faultOf } from './job-faults'

serveJobs<BenchRequest, BenchReply>(self, handleBench, faultOf, handedOver)
