import type { Metadata } from 'next'
import { mayDo } from '@/schema/roles'
import { signedIn } from '@/server/currentPerson'
import { ownedDevices } from '@/server/services/links/devices'
import { DevicesDesk } from '@/ui/devices/DevicesDesk'

export const metadata: Metadata = { title: 'Devices' }

/** Sources, meters and transmitters that can be read over a network. */
export default async function DevicesPage() {
  const person = await signedIn('/devices')
  return <DevicesDesk devices={await ownedDevices()} mayKeep={mayDo(person.role, 'keep devices')} />
}
