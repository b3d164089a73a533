import '@fontsource/atkinson-hyperlegible-next/latin-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-600.css'
import '@fontsource/atkinson-hyperlegible-next/latin-700.css'
import '@fontsource/atkinson-hyperlegible-next/latin-ext-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-ext-700.css'
import './index.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { Problem } from './api/client'
import { Broken } from './ui/Broken'
import { Frame } from './ui/Frame'
import { PieceFrame } from './ui/PieceFrame'
import { ShowProvider } from './ui/show'
import { Lost } from './ui/Lost'

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (_, error) => error instanceof Problem && error.passing,
      retryDelay: 2000,
      staleTime: 5_000,
      networkMode: 'always', // the server is on this machine: no network is not a reason to wait
    },
    mutations: { retry: false, networkMode: 'always' },
  },
})

const router = createBrowserRouter([
  { path: '/care/:token', lazy: async () => ({ Component: (await import('./care/CarePage')).CarePage }) },
  {
    Component: Frame,
    ErrorBoundary: Broken,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('./bench/Bench')).BenchView }) },
      { path: 'take-in', lazy: async () => ({ Component: (await import('./takein/TakeIn')).TakeInNew }) },
      { path: 'may-i', lazy: async () => ({ Component: (await import('./mayi/MayI')).MayIView }) },
      { path: 'handbook', lazy: async () => ({ Component: (await import('./handbook/Handbook')).HandbookView }) },
      { path: 'shelf', lazy: async () => ({ Component: (await import('./shelf/Shelf')).ShelfView }) },
      { path: 'shelf/new', lazy: async () => ({ Component: (await import('./shelf/ProductForm')).ProductNew }) },
      { path: 'shelf/import', lazy: async () => ({ Component: (await import('./shelf/Import')).ImportView }) },
      { path: 'shelf/grid', lazy: async () => ({ Component: (await import('./grid/Grid')).GridView }) },
      { path: 'shelf/boards', lazy: async () => ({ Component: (await import('./boards/Boards')).BoardsView }) },
      { path: 'shelf/:id', lazy: async () => ({ Component: (await import('./shelf/ProductPage')).ProductView }) },
      { path: 'shelf/:id/edit', lazy: async () => ({ Component: (await import('./shelf/ProductForm')).ProductEdit }) },
      { path: 'settings', lazy: async () => ({ Component: (await import('./settings/Settings')).SettingsView }) },
      {
        path: 'pieces/:id',
        Component: PieceFrame,
        children: [
          { path: 'take-in', lazy: async () => ({ Component: (await import('./takein/TakeIn')).TakeInEdit }) },
          { path: 'inspect/:zoneId?', lazy: async () => ({ Component: (await import('./inspect/Inspect')).InspectView }) },
          { path: 'choose/:zoneId?', lazy: async () => ({ Component: (await import('./choose/Choose')).ChooseView }) },
          { path: 'prepare', lazy: async () => ({ Component: (await import('./prepare/Prepare')).PrepareView }) },
          { path: 'plan', lazy: async () => ({ Component: (await import('./plan/Plan')).PlanView }) },
          { path: 'another-life/:zoneId?', lazy: async () => ({ Component: (await import('./change/AnotherLife')).AnotherLifeView }) },
          { path: 'hand-over', lazy: async () => ({ Component: (await import('./handover/HandOver')).HandOverView }) },
        ],
      },
      { path: '*', Component: Lost },
    ],
  },
])

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <ShowProvider>
        <RouterProvider router={router} />
      </ShowProvider>
    </QueryClientProvider>
  </StrictMode>,
)
