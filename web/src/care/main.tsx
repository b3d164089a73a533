import '../ui/style'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { asking } from '../api/asking'
import { CarePage } from './CarePage'

const token = window.location.pathname.replace(/\/+$/, '').split('/').at(-1) ?? ''

// A page of its own: a buyer's phone is spared the workshop's screens, and asks for nothing of the workshop's.
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={asking}>
      <CarePage token={token} />
    </QueryClientProvider>
  </StrictMode>,
)
