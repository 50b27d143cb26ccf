import "./theme/mantineStyles";
import "@fontsource/atkinson-hyperlegible/400.css";
import "@fontsource/atkinson-hyperlegible/700.css";
import "./theme/fonts.css";
import "./theme/tokens.css";
import "./theme/app.css";
import "./ui/sheet.css";
import "./pages/shelf/shelf.css";
import "./pages/account/account.css";
import "./pages/phones/phones.css";
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
import { lazy, type ReactNode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { Gate } from "./pages/account/Gate";
import { NotFound } from "./pages/NotFound";
import { Shelf } from "./pages/shelf/Shelf";
import { base } from "./site/base";
import { AccountProvider } from "./state/account";
import { styleNonce } from "./theme/nonce";
import { resolver, theme } from "./theme/theme";
import { UnitsProvider } from "./ui/units";

// The shelf comes first: the workbench when a job is opened, and what is read by few when it is read.
const JobPage = lazy(async () => ({ default: (await import("./pages/workbench/JobPage")).JobPage }));
const CalendarPage = lazy(async () => ({ default: (await import("./pages/calendar/CalendarPage")).CalendarPage }));
const CheckPaper = lazy(async () => ({ default: (await import("./pages/papers/CheckPaper")).CheckPaper }));
const Join = lazy(async () => ({ default: (await import("./pages/account/Join")).Join }));
const OwnAccount = lazy(async () => ({ default: (await import("./pages/account/OwnAccount")).OwnAccount }));
const People = lazy(async () => ({ default: (await import("./pages/account/People")).People }));
const PhonesPage = lazy(async () => ({ default: (await import("./pages/phones/PhonesPage")).PhonesPage }));
const SetupPage = lazy(async () => ({ default: (await import("./pages/account/SetupPage")).SetupPage }));
const RecordPage = lazy(async () => ({ default: (await import("./pages/account/RecordPage")).RecordPage }));
const Reference = lazy(async () => ({ default: (await import("./pages/reference/Reference")).Reference }));

// The style element that stops the page from scrolling under a dialog takes its nonce from here.
setNonce(styleNonce);

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

/** A page as soon as it is loaded. */
function Later({ what, children }: { what: string; children: ReactNode }) {
  return (
    <Suspense
      fallback={
        <main className="plain">
          <Loader aria-label={what} />
        </main>
      }
    >
      {children}
    </Suspense>
  );
}

const bench = (
  <Later what="Opening the job">
    <JobPage />
  </Later>
);

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
        <BrowserRouter basename={base || "/"}>
          <AccountProvider>
            <Gate>
              <Routes>
                <Route path="/" element={<Shelf />} />
                <Route path="/jobs/:id" element={bench} />
                <Route path="/jobs/:id/:step" element={bench} />
                <Route
                  path="/calendar"
                  element={
                    <Later what="Opening the calendar">
                      <CalendarPage />
                    </Later>
                  }
                />
                <Route
                  path="/papers"
                  element={
                    <Later what="Opening">
                      <CheckPaper />
                    </Later>
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
                <Route
                  path="/join"
                  element={
                    <Later what="Opening">
                      <Join />
                    </Later>
                  }
                />
                <Route
                  path="/account"
                  element={
                    <Later what="Opening">
                      <OwnAccount />
                    </Later>
                  }
                />
                <Route
                  path="/people"
                  element={
                    <Later what="Opening">
                      <People />
                    </Later>
                  }
                />
                <Route
                  path="/phones"
                  element={
                    <Later what="Opening">
                      <PhonesPage />
                    </Later>
                  }
                />
                <Route
                  path="/setup"
                  element={
                    <Later what="Opening">
                      <SetupPage />
                    </Later>
                  }
                />
                <Route
                  path="/record"
                  element={
                    <Later what="Opening">
                      <RecordPage />
                    </Later>
                  }
                />
                <Route path="*" element={<NotFound />} />
              </Routes>
            </Gate>
          </AccountProvider>
        </BrowserRouter>
      </UnitsProvider>
    </QueryClientProvider>
  </MantineProvider>,
);
