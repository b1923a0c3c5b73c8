import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Modal } from "antd";
import { useState } from "react";
import { mediaQuery } from "../../api/creatives";
import { useChange } from "../../frame/useChange";
import type { Medium } from "../model";
import { MarkChoice } from "./FilmFacts";
import { brandQuery, type Mark, markPicture } from "./queries";

/** Makes a new picture of one with the client’s mark in a corner, out of what placements cover. */
export function MarkPicture(props: {
  clientId: string;
  picture: Medium;
  media: Medium[];
  onMarked: (sha: string) => void;
  onClose: () => void;
}) {
  const { clientId, picture } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const brand = useQuery(brandQuery(clientId));
  const [chosen, setChosen] = useState<{ mark: Mark | undefined }>();
  const mark = chosen ? chosen.mark : (brand.data?.mark ?? undefined);
  return (
    <Modal
      open
      width={420}
      title={`Put the mark on ${picture.fileName}`}
      okText="Make a marked one"
      okButtonProps={{ disabled: !mark }}
      onOk={() =>
        mark &&
        void carryOut(markPicture(clientId, picture.sha256, mark), async (made) => {
          await queries.invalidateQueries(mediaQuery(clientId));
          props.onMarked(made.sha256);
          props.onClose();
        })
      }
      onCancel={props.onClose}
    >
      <p className="note">
        It stands out of what placements of this shape cover with their own buttons. The picture without it
        stays on the shelf.
      </p>
      <MarkChoice mark={mark} media={props.media} onChange={(next) => setChosen({ mark: next })} />
    </Modal>
  );
}
