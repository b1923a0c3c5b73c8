import { App, Button, Input, Modal } from "antd";
import type { Schemas } from "../api/client";
import { day } from "../look/format";

/** A link that was made, to be copied: it is told once, and only a hash of it is kept. */
export function LinkShown({ link, onClose }: { link: Schemas["LinkMade"]; onClose: () => void }) {
  const { message } = App.useApp();
  const address = `${window.location.origin}/join#${link.secret}`;
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
        {link.mailed ? "It was sent to them. " : "Give it to them as you would a key. "}
        It is good once, until {day(link.expiresAt.slice(0, 10))}, and shown only now.
      </p>
      <Input readOnly value={address} aria-label="Link" onFocus={(e) => e.target.select()} />
    </Modal>
  );
}
