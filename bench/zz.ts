import { benchSoilTwins } from './soilTwins.ts'
await benchSoilTwins(Number(process.argv[2]), Number(process.argv[3]), Number(process.argv[4]))
