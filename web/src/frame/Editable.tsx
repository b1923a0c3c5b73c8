import { ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { useReads } from "./reads";

/** Where things are changed. Who only reads sees what stands there, and can change none of it. */
export function Editable({ children }: { children: ReactNode }) {
  const reads = useReads();
  if (!reads) return children;
  return (
    <ConfigProvider componentDisabled>
      <fieldset disabled className="only-read">
        {children}
      </fieldset>
    </ConfigProvider>
  );
}

/** What is offered only to who may change something here. */
export function Changes({ children }: { children: ReactNode }) {
  return useReads() ? null : children;
}
