// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { App } from "antd";
import type { ReactNode } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { ChangeFacts } from "./ChangeFacts";
import { DriftList } from "./DriftList";
import type { Change } from "./model";
import * as queries from "./queries";

// jsdom does not lay out; antd only asks whether media match.
window.matchMedia = ((query: string) => ({
  matches: false,
  media: query,
  addListener: () => undefined,
  removeListener: () => undefined,
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
})) as unknown as typeof window.matchMedia;

const change = (more: Partial<Change>): Change => ({
  action: "CHANGE",
  level: "AD_GROUP",
  key: "r",
  parentKey: "c",
  name: "COLD_Knitters",
  fields: [],
  belonging: 0,
  signOff: "NEVER_SENT",
  since: [],
  ...more,
});

function within(children: ReactNode) {
  return render(
    <QueryClientProvider client={new QueryClient()}>
      <App>{children}</App>
    </QueryClientProvider>,
  );
}

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe("what a change does", () => {
  it("stands before and after, with what had nothing and what has nothing", () => {
    render(
      <ChangeFacts
        change={change({
          fields: [
            { code: "MONEY_A_DAY", field: "money a day", before: "£10.00", after: "£12.00" },
            { code: "GOAL", field: "goal", before: "", after: "clicks" },
            { code: "SWITCHES", field: "switches", before: "comments off", after: "" },
          ],
        })}
      />,
    );
    const told = screen.getAllByRole("definition").map((d) => d.textContent?.trim());
    expect(told).toEqual(["£10.00 £12.00", "clicks", "comments off empty"]);
    expect(screen.getByText("£10.00").tagName).toBe("S");
  });

  it("names a new thing once, at its head", () => {
    const fields = [{ code: "NAME" as const, field: "name", before: "", after: "COLD_Knitters" }];
    const { rerender } = render(<ChangeFacts change={change({ action: "CREATE", fields })} />);
    expect(screen.queryAllByRole("definition")).toHaveLength(0);
    rerender(<ChangeFacts change={change({ fields })} />);
    expect(screen.getAllByRole("definition")).toHaveLength(1);
  });

  it.each([
    ["REMOVE", 6, "It goes for good, and 6 items in it."],
    ["REMOVE", 0, "It goes for good."],
    ["PAUSE", 0, "Nothing in it changes but that it stands still or runs."],
  ] as const)("%s with %i in it", (action, belonging, says) => {
    render(<ChangeFacts change={change({ action, belonging })} />);
    expect(screen.getByText(says)).toBeTruthy();
  });
});

describe("what somebody changed on the network", () => {
  const path = { clientId: "c1", planId: "p", campaignId: "c" };
  const drift: Schemas["DriftTold"][] = [
    {
      level: "AD_GROUP",
      key: "r",
      name: "COLD_Knitters",
      code: "MONEY_A_DAY",
      field: "money a day",
      ours: "£10.00",
      theirs: "£17.00",
      canTakeOver: true,
    },
    {
      level: "AD_GROUP",
      key: "r",
      name: "COLD_Knitters",
      code: "HOURS",
      field: "hours",
      ours: "all hours",
      theirs: "daily 7 to 23",
      canTakeOver: false,
    },
  ];

  it("is taken over by what it is, not by what it is called, where the plan can say it", async () => {
    const taken = vi.spyOn(queries, "takeOver").mockResolvedValue({} as Schemas["ChangesView"]);
    within(<DriftList path={path} network="Hearthside" drift={drift} onPutBack={() => undefined} />);
    expect(screen.getByText("only put back")).toBeTruthy();
    fireEvent.click(screen.getByText("Take over"));
    await waitFor(() => expect(taken).toHaveBeenCalledWith(path, { key: "r", field: "MONEY_A_DAY" }));
  });

  it("can be put back as a whole", () => {
    const back = vi.fn();
    within(<DriftList path={path} network="Hearthside" drift={drift} onPutBack={back} />);
    expect(screen.getByText("Changed on Hearthside by somebody else")).toBeTruthy();
    fireEvent.click(screen.getByText("Put all of it back…"));
    expect(back).toHaveBeenCalledOnce();
  });
});
