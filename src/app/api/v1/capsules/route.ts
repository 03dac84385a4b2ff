import { NewCapsule } from '@/schema/capsule'
import { writeRoute } from '@/server/api/route'
import { keepCapsule } from '@/server/services/register/capsules'

/** Takes a kind of capsule into stock. */
export const POST = writeRoute('keep references', NewCapsule, (input, _params, actor) => keepCapsule(input, actor))
