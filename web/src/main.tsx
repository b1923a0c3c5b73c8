import "./look/base.css";
import "@fontsource-variable/jetbrains-mono";
import "@fontsource-variable/public-sans";
import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { App } from "antd";
import { StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { Broken } from "./frame/Broken";
import { Frame } from "./frame/Frame";
import { Dressed } from "./look/Dressed";
import { dress } from "./look/look";
import { First } from "./door/First";
import { Join } from "./door/Join";
import { SignIn } from "./door/SignIn";
import { OF_GUESTS, readAhead, SCREENS } from "./screens";

window.addEventListener("load", readAhead);

const router = createBrowserRouter([
  { path: "/signin", element: <SignIn /> },
  { path: "/first", element: <First /> },
  { path: "/join", element: <Join /> },
  OF_GUESTS,
  {
    path: "/",
    element: <Frame />,
    errorElement: <Broken />,
    children: [{ errorElement: <Broken />, children: SCREENS }],
  },
]);

// What was answered is drawn at once, not after a timer of a few milliseconds.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (failures, error) => error instanceof Problem && error.passing && failures < 30,
      retryDelay: 1_500,
    },
  },
});

dress();

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <Dressed>
      {/* Around App, since questions that it asks are drawn by it and may ask the server. */}
      <QueryClientProvider client={queries}>
        <App message={{ maxCount: 3, duration: 6 }}>
          <Suspense>
            <RouterProvider router={router} />
          </Suspense>
        </App>
      </QueryClientProvider>
    </Dressed>
  </StrictMode>,
);
