import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Popover } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { dropView, keepView, viewsQuery } from "./queries";
import { Changes } from "../frame/Editable";

/** Ways of looking that were kept: the question, the number and how it is shown. */
export function Views({ clientId }: { clientId: string }) {
  const views = useQuery(viewsQuery(clientId));
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  if (!views.data?.length) return null;
  return (
    <>
      <h3>Views kept</h3>
      {views.data.map((v) => (
        <div key={v.name} className="view-line">
          <button
            className={`thing line ${search.toString() === v.query ? "on" : ""}`}
            onClick={() => setSearch(new URLSearchParams(v.query), { replace: true })}
          >
            <b>{v.name}</b>
          </button>
          <Changes>
            <button
              className="link"
              aria-label={`Take ${v.name} out`}
              onClick={() =>
                void dropView(clientId, v.name).then((now) =>
                  queries.setQueryData(viewsQuery(clientId).queryKey, now),
                )
              }
            >
              ×
            </button>
          </Changes>
        </div>
      ))}
    </>
  );
}

/** Keeps what is on the screen under a name. */
export function KeepView({ clientId }: { clientId: string }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [search] = useSearchParams();
  const [open, setOpen] = useState(false);
  const keep = (name: string) => {
    if (!name.trim()) return;
    keepView(clientId, name, search.toString()).then(
      (now) => {
        queries.setQueryData(viewsQuery(clientId).queryKey, now);
        setOpen(false);
      },
      (e: Error) => void message.error(e.message),
    );
  };
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      trigger="click"
      destroyOnHidden
      content={
        <Input.Search
          autoFocus
          aria-label="Name of the view"
          placeholder="Ages, cold, last week"
          enterButton="Keep"
          onSearch={keep}
        />
      }
    >
      <Button>Keep view…</Button>
    </Popover>
  );
}
