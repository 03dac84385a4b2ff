import { SiteForm } from '@/schema/site'
import { writeRoute } from '@/server/api/route'
import { setSite } from '@/server/services/people/site'

/** Sets who issues the certificates; for administrators, whatever their role. */
export const POST = writeRoute('own account', SiteForm, (input, _params, actor) => setSite(input, actor))
