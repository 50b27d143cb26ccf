import "./theme/mantineStyles";
import "@fontsource/atkinson-hyperlegible/400.css";
import "@fontsource/atkinson-hyperlegible/700.css";
import "./theme/fonts.css";
import "./theme/tokens.css";
import "./theme/app.css";
import "./ui/sheet.css";
import "./pages/shelf/shelf.css";
import "./theme/mantine.css";
import "./theme/phone.css";
import "./drawings/drawings.css";
import "./drawings/cut/cut.css";
import "./drawings/floor/floor.css";
import "./drawings/rack/rack.css";
import "./ui/tables.css";
import "./ui/items.css";
import { Loader, localStorageColorSchemeManager, MantineProvider } from "@mantine/core";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { lazy, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { NotFound } from "./pages/NotFound";
import { Shelf } from "./pages/shelf/Shelf";
import { styleNonce } from "./theme/nonce";
import { resolver, theme } from "./theme/theme";
import { UnitsProvider } from "./ui/units";

// The shelf comes first: the workbench when a job is opened, and what is read by few when it is read.
const JobPage = lazy(async () => ({ default: (await import("./pages/workbench/JobPage")).JobPage }));
const CalendarPage = lazy(async () => ({ default: (await import("./pages/calendar/CalendarPage")).CalendarPage }));
const CheckPaper = lazy(async () => ({ default: (await import("./pages/papers/CheckPaper")).CheckPaper }));
const Reference = lazy(async () => ({ default: (await import("./pages/reference/Reference")).Reference }));

// The style element that stops the page from scrolling under a dialog takes its nonce from here.
setNonce(styleNonce);

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

/** The workbench as soon as it is loaded. */
function Bench() {
  return (
    <Suspense
      fallback={
        <main className="plain">
          <Loader aria-label="Opening the job" />
        </main>
      }
    >
      <JobPage />
    </Suspense>
  );
}

createRoot(document.getElementById("root") as HTMLElement).render(
  <MantineProvider
    theme={theme}
    cssVariablesResolver={resolver}
    defaultColorScheme="auto"
    colorSchemeManager={localStorageColorSchemeManager({ key: "elm-cover.scheme" })}
    getStyleNonce={() => styleNonce}
  >
    <QueryClientProvider client={queries}>
      <UnitsProvider>
        <BrowserRouter>
          <Routes>
            <Route path="/" element={<Shelf />} />
            <Route path="/jobs/:id" element={<Bench />} />
            <Route path="/jobs/:id/:step" element={<Bench />} />
            <Route
              path="/calendar"
              element={
                <Suspense
                  fallback={
                    <main className="plain">
                      <Loader aria-label="Opening the calendar" />
                    </main>
                  }
                >
                  <CalendarPage />
                </Suspense>
              }
            />
            <Route
              path="/papers"
              element={
                <Suspense
                  fallback={
                    <main className="plain">
                      <Loader aria-label="Opening" />
                    </main>
                  }
                >
                  <CheckPaper />
                </Suspense>
              }
            />
            <Route
              path="/interface"
              element={
                <Suspense>
                  <Reference />
                </Suspense>
              }
            />
            <Route path="*" element={<NotFound />} />
          </Routes>
        </BrowserRouter>
      </UnitsProvider>
    </QueryClientProvider>
  </MantineProvider>,
);
