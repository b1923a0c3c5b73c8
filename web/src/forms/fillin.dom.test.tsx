// @vitest-environment jsdom
import { show } from "../testing/browser";
import { fireEvent, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { FillIn } from "./FillIn";
import { emptyForm } from "./model";

it("takes no nonsense as an address, and goes back with what was answered", () => {
  show(
    <FillIn
      draft={{ ...emptyForm, headline: "Ask us", onePage: false }}
      fields={[
        { code: "full-name", words: "Full name", networks: ["HS"] },
        { code: "email", words: "E-mail", networks: ["HS"] },
      ]}
      clientName="Withy"
      frame="phone"
    />,
  );
  const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));
  const type = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(new RegExp(label)), { target: { value } });
  press("Begin");
  type("Full name", "Wilma Tern");
  press("Next");
  type("E-mail", "nonsense");
  press("Send");
  screen.getByText("An e-mail address has a name, an @ and a site.");
  press("Back");
  expect(screen.getByLabelText<HTMLInputElement>(/Full name/).value).toBe("Wilma Tern");
  press("Back");
  screen.getByRole("heading", { name: "Ask us" });
  press("Begin");
  press("Next");
  type("E-mail", "wilma@example.com");
  press("Send");
  screen.getByRole("heading", { name: "Sent" });
});
