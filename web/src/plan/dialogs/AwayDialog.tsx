import { Button, Modal } from "antd";
import { useState } from "react";
import { useHouse } from "../../api/session";
import { ownMoment } from "../../look/format";

interface Away {
  id: string;
  name: string;
  removedAt: string;
  removedBy?: string | null;
}

/** For how long what is taken away is kept; said in a question, which is drawn before the number is there. */
export function DaysToBringBack() {
  return <>{useHouse()?.bringBackDays} days</>;
}

/** Things that were taken away, by whom and when; each can be brought back. Nothing where there are none. */
export function AwayDialog(props: {
  kind: string;
  all: readonly Away[] | undefined;
  /** Settles once it is back. */
  onBack: (id: string) => Promise<unknown>;
}) {
  const { kind, all, onBack } = props;
  const [open, setOpen] = useState(false);
  const words = `${kind} taken away`;
  return (
    <>
      {(all?.length ?? 0) > 0 && (
        <button className="link" onClick={() => setOpen(true)}>
          {words}, {all?.length}…
        </button>
      )}
      <Modal open={open} title={words} footer={null} onCancel={() => setOpen(false)} destroyOnHidden>
        <table className="lines">
          <tbody>
            {all?.map((a) => (
              <tr key={a.id}>
                <td>
                  <b>{a.name}</b>
                  <div className="note">
                    {a.removedBy ? `by ${a.removedBy}, ` : ""}
                    {ownMoment(a.removedAt)}
                  </div>
                </td>
                <td className="number">
                  <Button
                    size="small"
                    onClick={() => {
                      setOpen(false);
                      void onBack(a.id);
                    }}
                  >
                    Bring back
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal>
    </>
  );
}
