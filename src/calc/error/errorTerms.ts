import { ErrorLimit } from '@/schema/errorLimit'
import { titled } from '@/schema/field'

export const LimitInput = titled(ErrorLimit, 'Error limit')
