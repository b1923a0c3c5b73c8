import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { audiencesQuery } from "../api/audiences";
import { at, type Schemas, send } from "../api/client";
import { creativesQuery, formatsQuery } from "../api/creatives";
import { offerQuery } from "../api/clients";
import { planKey, plansQuery } from "../api/plans";
import { Columns } from "../frame/Columns";
import { NoAccount } from "../frame/NoAccount";
import { usePlanAtHand } from "../frame/usePlanAtHand";
import { CampaignForm } from "./campaign/CampaignForm";
import { NewCampaign, type Onto } from "./campaign/NewCampaign";
import { CampaignList } from "./campaign/CampaignList";
import { useEdits } from "./edits/useEdits";
import type { Campaign } from "./model";
import { SheetDesk } from "./sheet/SheetDesk";
import { Changes } from "../frame/Editable";
import { useReads } from "../frame/reads";
import { RemovedCampaigns } from "./dialogs/RemovedCampaigns";
import { RemovedPlans } from "./dialogs/RemovedPlans";
import { Waiting } from "../frame/Waiting";
import type { Template } from "./templates/queries";
import { freeName } from "../look/lists";
import { Templates } from "./templates/Templates";

const addPlan = (clientId: string, campaign: Schemas["NewCampaign"]) =>
  send("post", "/api/clients/{clientId}/plans", at({ clientId }, { name: campaign.facts.name, campaign }));

/** As many as can be made together: windows of recency end within 180 days. */
const MOST_SAID = 180;

type PlanView = Schemas["PlanView"];
type AtHand = ReturnType<typeof usePlanAtHand>;

/** The campaign at hand, then the plan's others from the last on. */
const lastFirst = ({ campaign, plan }: AtHand): Campaign[] => [
  ...(campaign ? [campaign] : []),
  ...(plan?.campaigns ?? []).toReversed(),
];

/** What a plan is to be begun with, by the address: ids with commas between. */
const said = (search: URLSearchParams, what: "audience" | "creative") =>
  search.get(what)?.split(",").slice(0, MOST_SAID) ?? [];

/** The address without what a plan was to be begun with; the lens and all else stay. */
function withoutThing(search: URLSearchParams): URLSearchParams {
  const left = new URLSearchParams(search);
  left.delete("audience");
  left.delete("creative");
  return left;
}

/** The client's plans, and the sheet of the campaign at hand. */
export function Plan() {
  const atHand = usePlanAtHand("plan");
  const reads = useReads();
  const [search, setSearch] = useSearchParams();
  const [naming, setNaming] = useState(false);
  const onto = { audienceIds: said(search, "audience"), creativeIds: said(search, "creative") };
  const begunWith = onto.audienceIds.length + onto.creativeIds.length > 0;
  if (!atHand.client || !atHand.plans || !atHand.settled) return <Waiting on={[atHand]} />;
  if (atHand.client.accounts.length === 0) {
    return (
      <NoAccount
        clientId={atHand.clientId}
        why="A campaign runs on an account, in its currency and time zone."
      />
    );
  }
  return (
    <>
      {atHand.plan && atHand.planId ? (
        <OnePlan
          key={atHand.planId}
          atHand={atHand}
          planId={atHand.planId}
          onNewPlan={() => setNaming(true)}
        />
      ) : (
        <Columns
          looking
          things={
            <>
              <h3>Campaigns</h3>
              <RemovedPlans clientId={atHand.clientId} plan={undefined} />
            </>
          }
          title="Plan"
        >
          {atHand.plans.length === 0 && (
            <div className="empty">
              <h2>No plan yet</h2>
              <p>A plan holds the campaigns that answer one brief, such as “Winter mending kits”.</p>
              <Button type="primary" disabled={reads} onClick={() => setNaming(true)}>
                Start a plan
              </Button>
            </div>
          )}
        </Columns>
      )}
      {(naming || begunWith) && !reads && atHand.account && (
        <NewPlan
          clientId={atHand.clientId}
          accounts={atHand.client.accounts}
          account={atHand.account}
          before={lastFirst(atHand)}
          names={atHand.plans.map((p) => p.name)}
          onto={onto}
          onClose={() => {
            setNaming(false);
            if (begunWith) setSearch(withoutThing, { replace: true });
          }}
        />
      )}
    </>
  );
}

/**
 * A plan with its first campaign, both called the same; begun with something it is called as that is, on the account where that is, or on
 * one whose network takes it.
 */
function NewPlan(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  account: Schemas["AccountView"];
  before: Campaign[];
  /** Of the client's plans. */
  names: string[];
  onto: Onto;
  onClose: () => void;
}) {
  const { clientId, accounts, onto } = props;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const audiences = useQuery(audiencesQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const formats = useQuery(formatsQuery(clientId));
  if (!audiences.data || !creatives.data || !formats.data) return null;
  const audience = audiences.data.find((a) => onto.audienceIds.includes(a.id));
  const creative = creatives.data.find((c) => onto.creativeIds.includes(c.creative.id))?.creative;
  const taking = formats.data.find((f) => f.code === creative?.format)?.networks;
  const able = taking ? accounts.filter((a) => taking.includes(a.network)) : accounts;
  const on = accounts.find((a) => a.id === audience?.accountId);
  return (
    <NewCampaign
      {...props}
      title="New plan"
      named="Name of the plan"
      ok="Start it"
      account={on ?? able.find((a) => a.id === props.account.id) ?? able[0] ?? props.account}
      suggested={freeName(audience?.name ?? creative?.name ?? "", props.names)}
      send={async (campaign) => {
        const plan = await addPlan(clientId, campaign);
        queries.setQueryData(planKey(clientId, plan.id), plan);
        await queries.invalidateQueries(plansQuery(clientId));
        await navigate(`/c/${clientId}/plan/${plan.id}/${plan.campaigns[0]?.id ?? ""}`);
      }}
    />
  );
}

function OnePlan({ atHand, planId, onNewPlan }: { atHand: AtHand; planId: string; onNewPlan: () => void }) {
  const { clientId, plan, account, client, campaign } = atHand;
  const navigate = useNavigate();
  const edits = useEdits(clientId, planId);
  const offer = useQuery({ ...offerQuery(clientId, account?.id ?? ""), enabled: !!account });
  const queries = useQueryClient();
  const [form, setForm] = useState<{
    campaign?: Campaign;
    field?: string | undefined;
    template?: Template;
  }>();
  if (!plan || !account || !client || !offer.data) return <Waiting on={[atHand, offer]} />;

  const things = (
    <>
      <Select
        aria-label="Plan"
        style={{ width: "100%", marginBottom: 12 }}
        value={planId}
        options={(atHand.plans ?? []).map((p) => ({ value: p.id, label: p.name }))}
        onChange={(id: string) => void navigate(`/c/${clientId}/plan/${id}`)}
      />
      <CampaignList
        plan={plan}
        accounts={client.accounts}
        current={campaign?.id}
        onChoose={(c) => atHand.choose(c.id)}
      />
      <Changes>
        <button className="add-thing" onClick={() => setForm({})}>
          Add campaign
        </button>
        <button className="add-thing" onClick={onNewPlan}>
          Start another plan
        </button>
      </Changes>
      <div className="plan-away">
        <Templates {...{ clientId, planId, campaign }} onLike={(template) => setForm({ template })} />
      </div>
      <RemovedCampaigns {...{ clientId, plan, campaign, edits }} />
      <RemovedPlans clientId={clientId} plan={plan} />
    </>
  );
  return (
    <>
      {campaign ? (
        <SheetDesk
          key={campaign.id}
          {...{ clientId, planId, account, edits, things }}
          campaigns={plan.campaigns}
          accounts={client.accounts}
          whole={campaign}
          version={plan.version}
          objectives={offer.data.rulebook.objectives}
          onChange={(field) => setForm({ campaign, field })}
        />
      ) : (
        <Columns looking things={things} title={plan.name}>
          <div className="empty">
            <h2>No campaign yet</h2>
            <p>
              A campaign says what the ads are for, when they run and what a row may spend a day. Its sheet
              comes next.
            </p>
            <Changes>
              <Button type="primary" onClick={() => setForm({})}>
                Add the first campaign
              </Button>
            </Changes>
          </div>
        </Columns>
      )}
      {form?.campaign && (
        <CampaignForm
          {...{ clientId, account }}
          campaign={form.campaign}
          field={form.field}
          onClose={() => setForm(undefined)}
          send={edits.ask}
        />
      )}
      {form && !form.campaign && (
        <NewCampaign
          {...{ clientId, account }}
          accounts={client.accounts}
          title="New campaign"
          named="Name"
          ok="Add campaign"
          suggested={plan.campaigns.length === 0 ? plan.name : ""}
          before={lastFirst(atHand)}
          template={form.template}
          onClose={() => setForm(undefined)}
          send={async (edit) => {
            await edits.ask(edit);
            const made = queries.getQueryData<PlanView>(planKey(clientId, planId))?.campaigns.at(-1);
            await navigate(`/c/${clientId}/plan/${planId}/${made?.id ?? ""}`);
          }}
        />
      )}
    </>
  );
}
