import "./look/base.css";
import "@fontsource-variable/jetbrains-mono";
import "@fontsource-variable/public-sans";
import { notifyManager, QueryClientProvider } from "@tanstack/react-query";
import { App } from "antd";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Broken } from "./frame/Broken";
import { Frame } from "./frame/Frame";
import { Dressed } from "./look/Dressed";
import { following } from "./look/following";
import { dress } from "./look/look";
import { Join } from "./door/Join";
import { SignIn } from "./door/SignIn";
import { askFirst } from "./api/first";
import { newQueries } from "./api/queries";
import { OF_GUESTS, readAhead, readFirst, SCREENS } from "./screens";

/** Seen once in the life of a house. */
const First = lazy(async () => ({ default: (await import("./door/First")).First }));

/** Addresses of those who are not signed in. */
const AT_THE_DOOR = /^\/(signin|first|join|sign)(\/|$)/;

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

const queries = newQueries();

if (!AT_THE_DOOR.test(location.pathname)) {
  readFirst(location.pathname);
  askFirst(queries, location);
}
window.addEventListener("load", () => void readAhead(() => queries.isFetching() > 0));

dress();
following();

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
