import { writeFileSync } from 'node:fs'
import { photograph, sampleLens, sampleLine, samplePoses } from '../tests/helpers/benchCamera'

/** Draws the two pictures that come with the program: `npx tsx cli/renderBenchPictures.ts`. A line of three straights and a sheet of A4. */
for (const [i, pose] of samplePoses.entries())
  writeFileSync(`public/samples/line-${i + 1}.jpg`, await photograph(sampleLens, pose, sampleLine))
