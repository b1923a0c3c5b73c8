import { App, Button } from "antd";
import { Link } from "react-router";
import { Opening } from "../look/Opening";
import { resultsFile } from "./queries";
import type { Look } from "./useLook";

const FORMS = ["CSV", "XLSX", "JSON"] as const;

/** The lines in a file, or a page for the client. */
export function SaveAs(props: {
  clientId: string;
  campaignId: string | undefined;
  look: Look;
  metrics: string[];
}) {
  const { clientId, campaignId, look, metrics } = props;
  const { message } = App.useApp();
  const save = async (form: (typeof FORMS)[number]) => {
    try {
      const file = await resultsFile(clientId, { form, table: look.question, metrics });
      const link = document.createElement("a");
      link.href = URL.createObjectURL(file);
      link.download = `results.${form.toLowerCase()}`;
      link.click();
      URL.revokeObjectURL(link.href);
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  const report = new URLSearchParams({
    ...(look.from && { from: look.from }),
    ...(look.to && { to: look.to }),
    ...(campaignId && { campaign: campaignId }),
  });
  return (
    <Opening
      menu={{
        items: [
          ...FORMS.map((f) => ({ key: f, label: f, onClick: () => void save(f) })),
          {
            key: "report",
            label: <Link to={`/c/${clientId}/report?${report.toString()}`}>Page for the client, or PDF</Link>,
          },
        ],
      }}
    >
      <Button>Save as…</Button>
    </Opening>
  );
}
