import './ui/style'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { asking } from './api/asking'
import { Broken } from './ui/Broken'
import { Frame } from './ui/Frame'
import { PieceFrame } from './ui/PieceFrame'
import { ShowProvider } from './ui/show'
import { Lost } from './ui/Lost'

const router = createBrowserRouter([
  {
    Component: Frame,
    ErrorBoundary: Broken,
    children: [
      {
        index: true,
        handle: { title: 'Bench' },
        lazy: async () => ({ Component: (await import('./bench/Bench')).BenchView }),
      },
      {
        path: 'take-in',
        handle: { title: 'Take in' },
        lazy: async () => ({ Component: (await import('./takein/TakeIn')).TakeInNew }),
      },
      {
        path: 'archive',
        handle: { title: 'Archive' },
        lazy: async () => ({ Component: (await import('./archive/Archive')).ArchiveView }),
      },
      {
        path: 'may-i',
        handle: { title: 'May I?' },
        lazy: async () => ({ Component: (await import('./mayi/MayI')).MayIView }),
      },
      {
        path: 'handbook',
        handle: { title: 'Handbook' },
        lazy: async () => ({ Component: (await import('./handbook/Handbook')).HandbookView }),
      },
      {
        path: 'shelf',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/Shelf')).ShelfView }),
      },
      {
        path: 'shelf/new',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/ProductForm')).ProductNew }),
      },
      {
        path: 'shelf/import',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/Import')).ImportView }),
      },
      {
        path: 'shelf/grid',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./grid/Grid')).GridView }),
      },
      {
        path: 'shelf/boards',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./boards/Boards')).BoardsView }),
      },
      {
        path: 'shelf/:id',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/ProductPage')).ProductView }),
      },
      {
        path: 'shelf/:id/edit',
        handle: { title: 'Change' },
        lazy: async () => ({ Component: (await import('./shelf/ProductForm')).ProductEdit }),
      },
      {
        path: 'settings',
        handle: { title: 'Workshop' },
        lazy: async () => ({ Component: (await import('./settings/Settings')).SettingsView }),
      },
      {
        path: 'pieces/:id',
        Component: PieceFrame,
        children: [
          {
            path: 'take-in',
            handle: { title: 'Take in' },
            lazy: async () => ({ Component: (await import('./takein/TakeIn')).TakeInEdit }),
          },
          {
            path: 'inspect/:zoneId?',
            handle: { title: 'Inspect' },
            lazy: async () => ({ Component: (await import('./inspect/Inspect')).InspectView }),
          },
          {
            path: 'choose/:zoneId?',
            handle: { title: 'Choose' },
            lazy: async () => ({ Component: (await import('./choose/Choose')).ChooseView }),
          },
          {
            path: 'prepare',
            handle: { title: 'Prepare' },
            lazy: async () => ({ Component: (await import('./prepare/Prepare')).PrepareView }),
          },
          {
            path: 'plan',
            handle: { title: 'Plan and coat' },
            lazy: async () => ({ Component: (await import('./plan/Plan')).PlanView }),
          },
          {
            path: 'wrong/:zoneId?',
            handle: { title: 'Something looks wrong' },
            lazy: async () => ({ Component: (await import('./log/Wrong')).WrongView }),
          },
          {
            path: 'another-life/:zoneId?',
            handle: { title: 'Another life' },
            lazy: async () => ({ Component: (await import('./change/AnotherLife')).AnotherLifeView }),
          },
          {
            path: 'hand-over',
            handle: { title: 'Hand over' },
            lazy: async () => ({ Component: (await import('./handover/HandOver')).HandOverView }),
          },
        ],
      },
      { path: '*', Component: Lost },
    ],
  },
])

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={asking}>
      <ShowProvider>
        <RouterProvider router={router} />
      </ShowProvider>
    </QueryClientProvider>
  </StrictMode>,
)
