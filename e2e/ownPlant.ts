import { plants } from '../tests/runner/plants'

/**
 * Gives this worker the plant that is its own: the environment names it from here on. Playwright runs as many workers at
 * once as there are plants, and numbers them; a worker that is replaced after a failure has the number of the one before.
 */
const plant = plants()[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]
if (!plant) throw new Error('more workers than plants: leave --workers to the runner')
Object.assign(process.env, plant)
