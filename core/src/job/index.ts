export {
  brokenStep,
  mostChainSteps,
  startChain,
  stepsOfChain,
  usualChains,
  type ChainStep,
  type ChainTemplate,
} from './chain.ts'
export {
  dateJobs,
  dueDays,
  lastDayOf,
  soonestDay,
  standingOf,
  type JobDay,
  type JobStanding,
} from './days.ts'
export { jobsDue, type JobDue } from './due.ts'
export { jobEvents, jobWords, stillToDo, type JobEvent } from './events.ts'
export {
  chainRoles,
  isOpen,
  jobGrounds,
  jobOrigins,
  jobStates,
  jobTasks,
  openStates,
  type ChainRole,
  type Job,
  type JobAsk,
  type JobGround,
  type JobMove,
  type JobOrigin,
  type JobSeed,
  type JobState,
  type JobStep,
  type JobTask,
  type JobTime,
} from './job.ts'
export { judgeJobs, type JobContext } from './judge.ts'
export { passesOfJobs, promisedLawns } from './promised.ts'
export { changesOfPlan, jobsOfPlan, openPasses, type JobChange } from './planned.ts'
export { useForRole } from './role.ts'
export { jobServed, type Served } from './serve.ts'
export { foldJob, stepJob } from './step.ts'
export { jobOfMark, marksOf, type SeasonMark } from './mark.ts'
