import '@fontsource-variable/bricolage-grotesque';
import '@fontsource-variable/figtree';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { CueBoardPage } from './board/CueBoardPage';
import { CharacterPage } from './character/CharacterPage';
import { LiveDeskPage } from './live/desk/LiveDeskPage';
import { OnAirPage } from './live/onAir/OnAirPage';
import { HomePage } from './productions/HomePage';
import { NamingPage } from './productions/NamingPage';
import { NewCharacterPage } from './productions/NewCharacterPage';
import { ProductionPage } from './productions/ProductionPage';
import { NewProductionPage } from './productions/NewProductionPage';
import { BrokenPage } from './shell/BrokenPage';
import { Notice } from './shell/Notice';
import { Tooltips } from './shell/Tooltips';
import { ScenePage } from './studio/ScenePage';
import './theme/theme.scss';

const router = createBrowserRouter([
  {
    errorElement: <BrokenPage />,
    children: [
      { path: '/', element: <HomePage /> },
      { path: '/naming', element: <NamingPage /> },
      { path: '/new', element: <NewProductionPage /> },
      { path: '/productions/:production', element: <ProductionPage /> },
      { path: '/productions/:production/new-character', element: <NewCharacterPage /> },
      { path: '/characters/:character', element: <CharacterPage /> },
      { path: '/scenes/:scene', element: <ScenePage /> },
      { path: '/scenes/:scene/live', element: <LiveDeskPage /> },
      { path: '/live/:key', element: <OnAirPage /> },
      { path: '/scenes/:scene/cues', element: <CueBoardPage /> },
      {
        path: '*',
        element: (
          <Notice title="There is nothing at this address">It may have been deleted.</Notice>
        ),
      },
    ],
  },
]);
const queries = new QueryClient({
  defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, staleTime: 60_000 } },
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <Tooltips />
    </QueryClientProvider>
  </StrictMode>,
);
