import { Modal } from "antd";
import type { Schemas } from "../../api/client";
import { recentFirst } from "../../frame/recent";
import { SetUpTest } from "../../tests";
import type { Edit } from "../edits/editQueue";
import type { Campaign } from "../model";
import { AddDialog } from "./AddDialog";
import { CarryDialog } from "./CarryDialog";
import { CopyDialog } from "./CopyDialog";
import { DeliveryDrawer } from "./delivery/DeliveryDrawer";
import { ExcludeDialog } from "./ExcludeDialog";
import { History } from "./History";
import { Keys } from "./Keys";
import { PasteDialog } from "./PasteDialog";
import { ReplaceDialog } from "./ReplaceDialog";
import { SplitDialog } from "./split/SplitDialog";
import { SpreadDialog } from "./SpreadDialog";
import { peopleOn, shownAs } from "./usePicking";

/** What is open over the sheet. */
export type Open =
  | {
      what:
        | "rows"
        | "columns"
        | "split"
        | "spread"
        | "test"
        | "carry"
        | "copy"
        | "replace"
        | "exclude"
        | "history"
        | "keys";
    }
  | { what: "delivery"; field?: string }
  | { what: "paste"; text: string };

/** The dialogs of the sheet; each makes one edit of what is selected. */
export function SheetDialogs(props: {
  open: Open;
  clientId: string;
  planId: string;
  version: number;
  campaign: Campaign;
  others: Campaign[];
  networkName: string;
  accounts: Schemas["AccountView"][];
  audiences: Schemas["Audience"][];
  creatives: Schemas["Creative"][];
  pickedRows: Campaign["rows"];
  pickedCells: { rowId: string; columnId: string; on: boolean }[];
  focusRow: Campaign["rows"][number] | undefined;
  onEdit: (edit: Edit) => void;
  onClose: () => void;
  onLaunch: () => void;
}) {
  const { open, clientId, planId, campaign, pickedRows, pickedCells, focusRow, onEdit, onClose } = props;
  const path = { clientId, planId, campaignId: campaign.id };
  const rowIds = pickedRows.map((r) => r.id);
  switch (open.what) {
    case "rows":
      return (
        <AddDialog
          title="Add audiences as rows"
          one="row"
          choices={recentFirst(clientId, peopleOn(campaign.accountId, props.audiences))}
          elsewhere={{ words: "Describe another audience", path: `/c/${clientId}/audiences` }}
          onAdd={(audienceIds) => onEdit({ kind: "newRows", campaignId: campaign.id, audienceIds })}
          onClose={onClose}
        />
      );
    case "columns":
      return (
        <AddDialog
          title="Add creatives as columns"
          one="column"
          choices={recentFirst(
            clientId,
            shownAs(props.creatives.filter((c) => !campaign.columns.some((k) => k.creativeId === c.id))),
          )}
          elsewhere={{ words: "Make another creative", path: `/c/${clientId}/creative` }}
          onAdd={(creativeIds) => onEdit({ kind: "newColumns", campaignId: campaign.id, creativeIds })}
          onClose={onClose}
        />
      );
    case "split":
      return focusRow ? (
        <SplitDialog
          {...{ clientId, planId, campaign }}
          row={focusRow}
          networkName={props.networkName}
          onSplit={(split) =>
            onEdit({ kind: "rowSplit", campaignId: campaign.id, rowId: focusRow.id, split })
          }
          onClose={onClose}
        />
      ) : null;
    case "spread":
      return <SpreadDialog {...{ path, campaign, onEdit, onClose }} rows={pickedRows} />;
    case "test":
      return (
        <SetUpTest
          {...{ path, campaign, onClose }}
          rows={pickedRows}
          onPerCreative={(rowId) => onEdit({ kind: "rowPerCreative", campaignId: campaign.id, rowId })}
        />
      );
    case "delivery":
      return focusRow ? (
        <DeliveryDrawer
          {...{ path, campaign, onEdit, onClose }}
          onLaunch={props.onLaunch}
          rows={pickedRows}
          focus={focusRow}
          field={open.field}
          version={props.version}
          networkName={props.networkName}
          audience={props.audiences.find((a) => a.id === focusRow.audienceId)}
        />
      ) : null;
    case "carry":
      return (
        <CarryDialog
          {...{ path, campaign, onClose }}
          accounts={props.accounts}
          onCopy={(accountId) => onEdit({ kind: "campaignCopy", campaignId: campaign.id, accountId })}
        />
      );
    case "copy":
      return <CopyDialog {...{ campaign, rowIds }} others={props.others} onCopy={onEdit} onClose={onClose} />;
    case "replace":
      return (
        <ReplaceDialog
          path={path}
          rowIds={pickedRows.length > 1 ? rowIds : campaign.rows.map((r) => r.id)}
          onReplace={(labels) => onEdit({ kind: "rowLabels", campaignId: campaign.id, labels })}
          onClose={onClose}
        />
      );
    case "exclude":
      return (
        <ExcludeDialog
          ads={pickedCells.length}
          onExclude={(why) =>
            onEdit({
              kind: "cellSwitch",
              campaignId: campaign.id,
              cells: pickedCells.map(({ rowId, columnId }) => ({ rowId, columnId })),
              on: false,
              why,
            })
          }
          onClose={onClose}
        />
      );
    case "paste": {
      const startRowId = focusRow?.id ?? null;
      return (
        <PasteDialog
          path={path}
          startRowId={startRowId}
          text={open.text}
          onPaste={() => onEdit({ kind: "paste", campaignId: campaign.id, startRowId, text: open.text })}
          onClose={onClose}
        />
      );
    }
    case "history":
      return <History {...{ clientId, planId, onClose }} version={props.version} />;
    case "keys":
      return (
        <Modal open footer={null} title="Keys on the sheet" onCancel={onClose}>
          <Keys />
        </Modal>
      );
  }
}
