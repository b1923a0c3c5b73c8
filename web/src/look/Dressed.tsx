import { StyleProvider } from "@ant-design/cssinjs";
import { ConfigProvider } from "antd";
import { useMemo, type ReactNode } from "react";
import { BY_LETTERS } from "./byLetters";
import { keptStyles } from "./keptStyles";
import { LookHere, useLook } from "./look";
import { antdIn } from "./theme";

/** Whoever asks their machine for stillness gets dialogs and lists that are there at once. */
const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** What is in here looks as the person wants it. */
export function Dressed({ children }: { children: ReactNode }) {
  const look = useLook();
  const theme = useMemo(() => {
    const dress = antdIn(look);
    return { ...dress, token: { ...dress.token, motion: !still } };
  }, [look]);
  return (
    <StyleProvider cache={keptStyles}>
      <ConfigProvider theme={theme} wave={{ disabled: true }} select={BY_LETTERS}>
        {children}
      </ConfigProvider>
    </StyleProvider>
  );
}

/** What is in here looks as it will on paper, in the dark as well. */
export function OnPaper({ children }: { children: ReactNode }) {
  return (
    <LookHere value="light">
      <Dressed>
        <div className="in-light on-paper">{children}</div>
      </Dressed>
    </LookHere>
  );
}
