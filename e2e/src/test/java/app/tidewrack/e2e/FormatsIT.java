package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every format of the networks is launched for real: planned, checked, sent with its media and forms, and taken. */
class FormatsIT extends SignedIn {

    /** Plans one ad, launches it and waits for the end, by the calls that the screens make. */
    static final String LAUNCH = """
            async ({client, account, objective, creative}) => {
              const token = () => decodeURIComponent(/XSRF-TOKEN=([^;]*)/.exec(document.cookie)[1]);
              const call = async (method, path, body) => {
                const answer = await fetch(`/api/clients/${client}${path}`, {
                  method,
                  headers: {"Content-Type": "application/json", "X-XSRF-TOKEN": token()},
                  body: body === undefined ? undefined : JSON.stringify(body),
                });
                const told = await answer.json();
                if (!answer.ok) throw new Error(`${path}: ${told.detail}`);
                return told;
              };
              const found = (await call("GET", "/creatives")).find((c) => c.creative.name === creative).creative.id;
              const nowhere = {countries: [], regions: [], circles: []};
              const offer = await call("GET", `/accounts/${account}/offer`);
              const topic = offer.topics.find((t) => t.level === 1)?.code;
              const kinds = offer.rulebook.audience.terms.map((t) => t.kind);
              const term = kinds.includes("INTEREST")
                ? {kind: "INTEREST", code: topic}
                : kinds.includes("VISITS") ? {kind: "VISITS", code: topic} : {kind: "DEVICE", code: "phone"};
              const audience = await call("POST", "/audiences", {
                accountId: account,
                name: `For ${creative.slice(0, 8)} ${account.slice(-2)}`,
                version: 0,
                definition: {
                  places: {countries: ["GB", "DE"], regions: [], circles: []},
                  placesLeftOut: nowhere,
                  presence: "LIVING",
                  ages: null,
                  gender: "ANY",
                  conditions: [{terms: [term]}],
                  leftOut: [],
                },
              });
              const now = Date.parse((await (await fetch("/api/clock")).json()).now);
              const day = (on) => new Date(now + on * 86_400_000).toISOString().slice(0, 10);
              let plan = await call("POST", "/plans", {name: `Plan of ${creative} ${account.slice(-2)}`});
              const edit = async (what) => {
                plan = await call("PUT", `/plans/${plan.id}/edits`, {
                  editId: crypto.randomUUID(), version: plan.version, edit: what,
                });
              };
              await edit({
                kind: "newCampaign",
                accountId: account,
                facts: {
                  name: `Run of ${creative}`, objective, temperature: "COLD", purpose: "SCALING",
                  start: day(3), lastDay: day(9), basis: "DAILY", shared: false, money: "25",
                },
              });
              const campaignId = plan.campaigns[0].id;
              await edit({kind: "newRows", campaignId, audienceIds: [audience.id]});
              await edit({kind: "newColumns", campaignId, creativeIds: [found]});
              const blockers = plan.campaigns[0].findings.filter((f) => f.severity === "BLOCKER");
              if (blockers.length > 0) throw new Error(blockers.map((f) => f.says).join(" "));
              let launch = await call("POST", "/launches", {
                planId: plan.id, campaignId, planVersion: plan.version, paused: false, byHand: false,
              });
              for (let i = 0; launch.state === "RUNNING" && i < 100; i++) {
                await new Promise((r) => setTimeout(r, 200));
                launch = await call("GET", `/launches/${launch.id}`);
              }
              return [launch.state, ...launch.changes.flatMap((c) => c.problem ?? [])].join(" ");
            }""";

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            oddment    | oddmenths    | traffic    | Four ways to mend
            oddment    | oddmenths    | traffic    | Kits, mixed by the network
            oddment    | oddmenths    | engagement | The sock post, boosted
            oddment    | oddmentjc    | traffic    | Three stitches
            oddment    | oddmentdg    | traffic    | Spring drawer, cover
            saltmarsh  | saltmarshak  | traffic    | Which island with children? Our answer
            copperline | copperlinegr | messages   | Audit letter from Ruta
            copperline | copperlinegr | leads      | Audit slot, brass gauge
            copperline | copperlineak | traffic    | Questions on calibration, text
            """)
    void isLaunched(String client, String account, String objective, String creative) {
        Map<String, String> what =
                Map.of("client", client, "account", account, "objective", objective, "creative", creative);
        assertThat(List.of(page.evaluate(LAUNCH, what))).containsExactly("DONE");
    }
}
