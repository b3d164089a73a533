import { QueryClient } from '@tanstack/react-query'
import { keptOnDevice, KEPT_FOR } from '../offline/kept'
import { Problem } from './client'

/** How every question is asked again: only where that may help, and for as long as it takes. */
export const asking = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (_, error) => error instanceof Problem && error.passing,
      retryDelay: 2000,
      staleTime: 5_000,
      networkMode: 'always', // the server may be on this machine: no network is not a reason to wait
    },
    mutations: { retry: false, networkMode: 'always' },
  },
})
for (const key of keptOnDevice) asking.setQueryDefaults([key], { gcTime: KEPT_FOR })
