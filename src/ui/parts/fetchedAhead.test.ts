import { expect, test, vi } from 'vitest'
import { fetchAhead, fetchedAhead } from './fetchedAhead'

test('what is declared is fetched before it is shown, and one that fails keeps no other from coming', async () => {
  const [lost, found] = [vi.fn(async () => Promise.reject(new Error('out of reach'))), vi.fn(async () => () => null)]
  fetchedAhead(lost)
  fetchedAhead(found)
  expect(found).not.toHaveBeenCalled()
  await expect(fetchAhead()).resolves.toBeUndefined()
  expect(lost).toHaveBeenCalledTimes(1)
  expect(found).toHaveBeenCalledTimes(1)
})
