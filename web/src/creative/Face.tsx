import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Segmented } from "antd";
import { useChange } from "../frame/useChange";
import { looksQuery, setFace } from "./queries";

type Says = "YES" | "NO" | "OPEN";

/** Whether a face is seen on a picture or film, as a person says: results are told by it. */
export function Face({ clientId, sha }: { clientId: string; sha: string }) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const looks = useQuery(looksQuery(clientId));
  const look = looks.data?.find((l) => l.sha256 === sha);
  if (!look) return null;
  const says: Says = look.face == null ? "OPEN" : look.face ? "YES" : "NO";
  return (
    <div className="face">
      <span>A face is seen</span>
      <Segmented<Says>
        size="small"
        aria-label="A face is seen"
        value={says}
        options={[
          { value: "YES", label: "Yes" },
          { value: "NO", label: "No" },
          { value: "OPEN", label: "Not said" },
        ]}
        onChange={(next) =>
          void carryOut(setFace(clientId, sha, next === "OPEN" ? null : next === "YES"), () =>
            queries.invalidateQueries(looksQuery(clientId)),
          )
        }
      />
    </div>
  );
}
