import { uploadServer } from '@/server/ingest/uploadServer'
import { route } from '@/server/web'

const take = route((request) => uploadServer().handleWeb(request))
export { take as DELETE, take as HEAD, take as OPTIONS, take as PATCH, take as POST }
