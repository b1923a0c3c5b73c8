import { App, Button, Input, Modal } from "antd";
import type { ReactNode } from "react";
import { day } from "./format";

/** A link that was made, to be copied: it is told once, and only a hash of it is kept. */
export function LinkShown(props: {
  /** The page it opens. */
  page: "join" | "sign";
  secret: string;
  expiresAt: string;
  children: ReactNode;
  onClose: () => void;
}) {
  const { onClose } = props;
  const { message } = App.useApp();
  const address = `${window.location.origin}/${props.page}#${props.secret}`;
  const copy = () =>
    void navigator.clipboard.writeText(address).then(
      () => message.success("Copied."),
      () => message.error("The browser did not let it be copied. Select it and copy it by hand."),
    );
  return (
    <Modal
      open
      title="Their link"
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Done</Button>
          <Button type="primary" onClick={copy}>
            Copy
          </Button>
        </>
      }
    >
      <p>
        {props.children} It is good until {day(props.expiresAt.slice(0, 10))}, and shown only now.
      </p>
      <Input readOnly value={address} aria-label="Link" onFocus={(e) => e.target.select()} />
    </Modal>
  );
}
