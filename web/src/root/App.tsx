import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Suspense, lazy } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { SignInPage } from '../areas/people/SignInPage.js';
import { TodayPage } from '../areas/today/TodayPage.js';
import { LeadOnly } from '../ui/LeadOnly.js';
import { Loading } from '../ui/Loading.js';
import { IdleLock } from './IdleLock.js';
import { Presence } from './Presence.js';
import { Shell } from './Shell.js';
import { SessionGate } from '../data/session.js';
import { ShortcutProvider } from '../ui/shortcuts.js';
import { theme } from '../ui/theme.js';

const ColdRoomPage = lazy(() => import('../areas/cold-room/ColdRoomPage.js'));
const LotPage = lazy(() => import('../areas/cold-room/LotPage.js'));
const ReceivePage = lazy(() => import('../areas/cold-room/receive/ReceivePage.js'));
const GoodsPage = lazy(() => import('../areas/cold-room/goods/GoodsPage.js'));
const CustomersPage = lazy(() => import('../areas/cold-room/CustomersPage.js'));
const PreparationsPage = lazy(() => import('../areas/cold-room/PreparationsPage.js'));
const BlendPage = lazy(() => import('../areas/blend/BlendPage.js'));
const DayPage = lazy(() => import('../areas/blend/day/DayPage.js'));
const OnTablePage = lazy(() => import('../areas/blend/on-table/OnTablePage.js'));
const RecipesPage = lazy(() => import('../areas/recipes/RecipesPage.js'));
const RecipePage = lazy(() => import('../areas/recipes/card/RecipePage.js'));
const EditorPage = lazy(() => import('../areas/recipes/editor/EditorPage.js'));
const BringInPage = lazy(() => import('../areas/recipes/bring-in/BringInPage.js'));
const IngredientPage = lazy(() => import('../areas/recipes/library/IngredientPage.js'));
const LibraryPage = lazy(() => import('../areas/recipes/library/LibraryPage.js'));
const UsualShelfPage = lazy(() => import('../areas/recipes/shelf/UsualShelfPage.js'));
const StartingPage = lazy(() => import('../areas/recipes/shelf/StartingPage.js'));
const RulesPage = lazy(() => import('../areas/recipes/rules/RulesPage.js'));
const BatchListPage = lazy(() => import('../areas/batches/BatchListPage.js'));
const BatchPage = lazy(() => import('../areas/batches/BatchPage.js'));
const BenchListPage = lazy(() => import('../areas/bench/BenchListPage.js'));
const BenchPage = lazy(() => import('../areas/bench/BenchPage.js'));
const YieldsPage = lazy(() => import('../areas/yields/YieldsPage.js'));
const BatchYieldPage = lazy(() => import('../areas/yields/BatchYieldPage.js'));
const YourselfPage = lazy(() => import('../areas/people/YourselfPage.js'));
const PeoplePage = lazy(() => import('../areas/people/PeoplePage.js'));
const PracticePage = lazy(() => import('../areas/people/PracticePage.js'));
const AboutShopPage = lazy(() => import('../areas/people/AboutShopPage.js'));
const TabletsPage = lazy(() => import('../areas/people/TabletsPage.js'));
const SafekeepingPage = lazy(() => import('../areas/people/SafekeepingPage.js'));
const ChangesPage = lazy(() => import('../areas/people/ChangesPage.js'));
const DevicesPage = lazy(() => import('../areas/devices/DevicesPage.js'));
const ScalesPage = lazy(() => import('../areas/devices/ScalesPage.js'));

const client = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 5000, refetchOnWindowFocus: false } },
});

export function App() {
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={client}>
        <ShortcutProvider>
          <SessionGate signIn={<SignInPage />}>
            <IdleLock />
            <Presence />
            <BrowserRouter>
              <Suspense fallback={<Loading />}>
                <Routes>
                  <Route path="bench/:id" element={<BenchPage />} />
                  <Route element={<Shell />}>
                    <Route index element={<TodayPage />} />
                    <Route path="cold-room" element={<ColdRoomPage />} />
                    <Route path="cold-room/goods" element={<GoodsPage />} />
                    <Route path="cold-room/customers" element={<CustomersPage />} />
                    <Route path="cold-room/preparations" element={<PreparationsPage />} />
                    <Route path="cold-room/lots/:id" element={<LotPage />} />
                    <Route element={<LeadOnly />}>
                      <Route path="cold-room/receive" element={<ReceivePage />} />
                      <Route path="recipes/bring-in" element={<BringInPage />} />
                      <Route path="recipes/usual" element={<UsualShelfPage />} />
                      <Route path="recipes/starting" element={<StartingPage />} />
                      <Route path="recipes/drafts/:id" element={<EditorPage />} />
                      <Route path="blend" element={<BlendPage />} />
                      <Route path="blend/day" element={<DayPage />} />
                      <Route path="blend/table" element={<OnTablePage />} />
                    </Route>
                    <Route path="recipes" element={<RecipesPage />} />
                    <Route path="recipes/ingredient/:id" element={<IngredientPage />} />
                    <Route path="recipes/shelf" element={<LibraryPage />} />
                    <Route path="recipes/rules" element={<RulesPage />} />
                    <Route path="recipes/:id" element={<RecipePage />} />
                    <Route path="batches" element={<BatchListPage />} />
                    <Route path="batches/:id" element={<BatchPage />} />
                    <Route path="bench" element={<BenchListPage />} />
                    <Route path="yields" element={<YieldsPage />} />
                    <Route path="yields/:id" element={<BatchYieldPage />} />
                    <Route path="shop" element={<YourselfPage />} />
                    <Route path="shop/people" element={<PeoplePage />} />
                    <Route path="shop/about" element={<AboutShopPage />} />
                    <Route path="shop/tablets" element={<TabletsPage />} />
                    <Route path="shop/safekeeping" element={<SafekeepingPage />} />
                    <Route path="shop/practice" element={<PracticePage />} />
                    <Route path="shop/changes" element={<ChangesPage />} />
                    <Route path="devices" element={<DevicesPage />} />
                    <Route path="scales" element={<ScalesPage />} />
                    <Route path="*" element={<Navigate to="/" replace />} />
                  </Route>
                </Routes>
              </Suspense>
            </BrowserRouter>
          </SessionGate>
        </ShortcutProvider>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
