import { First1760000000001 } from './0001-first.ts'
import { Scout1764000000002 } from './0002-scout.ts'
import { Soil1764000000003 } from './0003-soil.ts'
import { Season1764000000004 } from './0004-season.ts'
import { Shelf1764000000005 } from './0005-shelf.ts'
import { Bench1764000000006 } from './0006-bench.ts'
import { Outing1764000000007 } from './0007-outing.ts'
import { Push1764000000008 } from './0008-push.ts'
import { Safety1764000000009 } from './0009-safety.ts'
import { Application1764000000010 } from './0010-application.ts'
import { Tasks1764000000011 } from './0011-tasks.ts'
import { Hopper1764000000012 } from './0012-hopper.ts'
import { Answers1764000000013 } from './0013-answers.ts'
import { Jobs1764000000014 } from './0014-jobs.ts'
import { Weather1764000000015 } from './0015-weather.ts'
import { Alike1764000000016 } from './0016-alike.ts'
import { Ground1764000000017 } from './0017-ground.ts'
import { Discarded1764000000018 } from './0018-discarded.ts'
import { Moved1764000000019 } from './0019-moved.ts'
import { Drawn1764000000020 } from './0020-drawn.ts'
import { Whereabouts1764000000021 } from './0021-whereabouts.ts'
import { Passkeys1764000000022 } from './0022-passkeys.ts'
import { People1764000000023 } from './0023-people.ts'
import { Lawns1764000000024 } from './0024-lawns.ts'

/** Migrations in order; a new one is added at the end, none is ever changed. */
export const migrations = [
  First1760000000001,
  Scout1764000000002,
  Soil1764000000003,
  Season1764000000004,
  Shelf1764000000005,
  Bench1764000000006,
  Outing1764000000007,
  Push1764000000008,
  Safety1764000000009,
  Application1764000000010,
  Tasks1764000000011,
  Hopper1764000000012,
  Answers1764000000013,
  Jobs1764000000014,
  Weather1764000000015,
  Alike1764000000016,
  Ground1764000000017,
  Discarded1764000000018,
  Moved1764000000019,
  Drawn1764000000020,
  Whereabouts1764000000021,
  Passkeys1764000000022,
  People1764000000023,
  Lawns1764000000024,
]
