import { StyleProvider } from '@ant-design/cssinjs';
import { QueryClientProvider } from '@tanstack/react-query';
import { ConfigProvider } from 'antd';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { onBack } from '../api/connection';
import { createQueryClient } from '../api/queries';
import { Shelf } from '../stages/shelf/Shelf';
import { Frame } from './Frame';
import { Loading, NothingHere } from './states';
import { antTheme } from './theme';
import type { Light } from './tokens';

const Workspace = lazy(() => import('./Workspace').then((module) => ({ default: module.Workspace })));
const Intake = lazy(() => import('../stages/intake/Intake').then((module) => ({ default: module.Intake })));
const Bench = lazy(() => import('../stages/bench/Bench').then((module) => ({ default: module.Bench })));
const Parts = lazy(() => import('../stages/parts/Parts').then((module) => ({ default: module.Parts })));
const Verdict = lazy(() => import('../stages/verdict/Verdict').then((module) => ({ default: module.Verdict })));
const Plan = lazy(() => import('../stages/plan/Plan').then((module) => ({ default: module.Plan })));
const Rubrics = lazy(() => import('../stages/rubrics/Rubrics').then((module) => ({ default: module.Rubrics })));
const Compare = lazy(() => import('../stages/compare/Compare').then((module) => ({ default: module.Compare })));

const lightKey = 'wide-lever-light';

function firstLight(): Light {
  const kept = localStorage.getItem(lightKey);
  if (kept === 'light' || kept === 'dark') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? '';

export function App() {
  const [light, setLight] = useState(firstLight);
  const client = useMemo(() => createQueryClient(), []);
  // What was read before the program went away may be old.
  useEffect(() => onBack(() => void client.invalidateQueries()), [client]);
  useEffect(() => {
    document.documentElement.dataset['light'] = light;
    localStorage.setItem(lightKey, light);
  }, [light]);
  return (
    <StyleProvider layer>
      <ConfigProvider
        theme={antTheme(light)}
        csp={{ nonce }}
        button={{ autoInsertSpace: false }}
        wave={{ disabled: true }}
      >
        <QueryClientProvider client={client}>
          <BrowserRouter>
            <Suspense fallback={<Loading what="the screen" />}>
              <Routes>
                <Route element={<Frame light={light} onLight={setLight} />}>
                  <Route index element={<Shelf />} />
                  <Route path="compare" element={<Compare />} />
                  <Route path="rubrics" element={<Rubrics />} />
                  <Route path="units/:unitId" element={<Workspace />}>
                    <Route index element={<Navigate to="verdict" replace />} />
                    <Route path="intake" element={<Intake />} />
                    <Route path="bench" element={<Bench />} />
                    <Route path="parts" element={<Parts />} />
                    <Route path="verdict" element={<Verdict />} />
                    <Route path="plan" element={<Plan />} />
                  </Route>
                  <Route path="*" element={<NothingHere />} />
                </Route>
              </Routes>
            </Suspense>
          </BrowserRouter>
        </QueryClientProvider>
      </ConfigProvider>
    </StyleProvider>
  );
}
