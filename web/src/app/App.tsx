import { lazy, Suspense } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { Jobs } from "../stages/jobs/Jobs";
import { JobShell } from "./Shell";
import { Loading } from "./States";

const Read = lazy(() => import("../stages/read/Read"));
const Line = lazy(() => import("../stages/line/Line"));
const Mark = lazy(() => import("../stages/mark/Mark"));
const Cut = lazy(() => import("../stages/cut/Cut"));
const Stock = lazy(() => import("../stages/stock/Stock"));
const Stand = lazy(() => import("../stages/stand/Stand"));
const Prove = lazy(() => import("../stages/prove/Prove"));

/** The addresses: the jobs, and the six stages of one. */
export function App() {
  return (
    <BrowserRouter>
      <Suspense fallback={<Loading />}>
        <Routes>
          <Route path="/" element={<Jobs />} />
          <Route path="/stock" element={<Stock />} />
          <Route path="/jobs/:id" element={<JobShell />}>
            <Route index element={<Navigate to="read" replace />} />
            <Route path="read" element={<Read />} />
            <Route path="line" element={<Line />} />
            <Route path="mark" element={<Mark />} />
            <Route path="cut" element={<Cut />} />
            <Route path="stand" element={<Stand />} />
            <Route path="prove" element={<Prove />} />
            <Route path=":stage" element={<Navigate to="../read" replace />} />
          </Route>
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  );
}
