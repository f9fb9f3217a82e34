import { createContext, useContext } from 'react'
import type { Me } from '../api/client'

/** Who is signed in; every page below the gate has it. */
export const MeContext = createContext<Me>({ rights: [], firstAccountWanted: false })

export function useMe(): Me {
  return useContext(MeContext)
}
