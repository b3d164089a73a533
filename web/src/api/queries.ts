import { queryOptions } from '@tanstack/react-query'
import { api, ask } from './client'

/** What can be picked anywhere: it ships with the server and does not change under our feet. */
export const catalogueQuery = queryOptions({ queryKey: ['catalogue'], queryFn: () => ask(api.GET('/catalogue')), staleTime: Infinity })

export const productsQuery = queryOptions({ queryKey: ['products'], queryFn: () => ask(api.GET('/products')) })

export const boardsQuery = queryOptions({ queryKey: ['boards'], queryFn: () => ask(api.GET('/boards')) })
