import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { api, NoConnection, Refused } from "./api/client";
import { keys } from "./api/keys";
import { App, readyPage } from "./App";
import { startOutbox } from "./shell/outbox";
import "@fontsource-variable/archivo/wdth.css";
import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "./theme/tokens.css";
import "./theme/base.css";

const waitMs = 1000;

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 2_000,
      refetchOnWindowFocus: true,
      retry: (count, error) => error instanceof NoConnection && count < 3 && !(error instanceof Refused),
      networkMode: "always",
    },
    mutations: { networkMode: "always" },
  },
});

// Asked beside the house, not after it.
if (/^\/(today)?$/.test(location.pathname)) void queries.prefetchQuery({ queryKey: keys.today, queryFn: api.today });
// A batch that was broken off is taken up at once.
const making = Number(/^\/make\/(\d+)$/.exec(location.pathname)?.[1]);
if (making) void queries.prefetchQuery({ queryKey: keys.batch(making), queryFn: () => api.batch(making) });

// What an earlier page could not send goes now.
startOutbox();

const root = document.getElementById("root");
if (!root) throw new Error("The page has no root.");
const draw = () =>
  // A page that stops is told on the page and to whoever watches the browser.
  createRoot(root, { onCaughtError: reportError }).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
// What stands in for a page that is not there yet would keep it from the screen for a third of a second.
const longest = new Promise((over) => setTimeout(over, waitMs));
void Promise.race([readyPage(location.pathname).catch(() => undefined), longest]).then(draw);
