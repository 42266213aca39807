import { may, type Permission } from '@jardinero/contract/roles'
import { useSession } from './session.ts'

/** Whether who is here may; by the same table as the server's (contract/roles.ts). What one may not is not offered. */
export function useMay(): (permission: Permission) => boolean {
  const session = useSession()
  return (permission) => !session.person || may(session.person.role, permission)
}
