// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it } from "vitest";
import { Needs } from "./Needs";

const line = (key: string, need: object, hidden: boolean) => ({ key, urgency: "TODAY", hidden, need });

it("stands at the desk with what was hidden folded away, and is shown again there", async () => {
  const { sent } = answering(() => ({ body: {} }));
  const of = {
    id: "1",
    lines: [
      line(
        "changed k 3",
        { kind: "CHANGED_THERE", planId: "p", campaignId: "k", campaign: "Tins", things: 3 },
        false,
      ),
      line("leads 4", { kind: "LEADS", fresh: 4 }, true),
    ],
  };
  show(
    <MemoryRouter>
      <Needs of={of as never} />
    </MemoryRouter>,
  );
  screen.getByText("Needs you today, 1");
  screen.getByText("1 line that you hid");
  fireEvent.click(screen.getByRole("button", { name: "Show “4 new leads”" }));
  await waitFor(() => expect(sent).toEqual([{ clientId: "1", key: "leads 4", hidden: false }]));
});
