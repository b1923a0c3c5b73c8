import { useQuery } from "@tanstack/react-query";
import { offerQuery } from "../api/clients";
import { count, money } from "../look/format";

/** What a network offers and where its limits are, as its rulebook says. */
export function OneRulebook({ clientId, accountId }: { clientId: string; accountId: string }) {
  const offer = useQuery(offerQuery(clientId, accountId));
  if (offer.error) return <p className="fault">{offer.error.message}</p>;
  const book = offer.data?.rulebook;
  if (!book) return null;
  return (
    <div className="rulebook">
      <section>
        <h3>Money</h3>
        <table>
          <thead>
            <tr>
              <th>Currency</th>
              <th className="number">Lowest a day</th>
              <th className="number">Lowest bid</th>
              <th className="number">A thousand impressions</th>
            </tr>
          </thead>
          <tbody>
            {book.money.map((m) => (
              <tr key={m.currency}>
                <td>{m.currency}</td>
                <td className="number">{money(m.lowestDailyMinor, m.currency)}</td>
                <td className="number">{money(m.lowestBidMinor, m.currency)}</td>
                <td className="number">
                  {money(m.thousandFromMinor, m.currency)} to {money(m.thousandToMinor, m.currency)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <Lines
        title="Objectives"
        lines={book.objectives.map((o) => [o.words, o.goals.map((g) => g.words.toLowerCase()).join(", ")])}
      />
      <Lines
        title="Placements"
        lines={book.placements.map((p) => [
          p.words,
          book.formats
            .filter((f) => f.placements.includes(p.code))
            .map((f) => f.words.toLowerCase())
            .join(", "),
        ])}
      />
      <Lines
        title="Audiences"
        lines={[
          [
            "Ages",
            book.audience.ageBands.length > 0
              ? `only ${book.audience.ageBands.map((b) => `${b.from} to ${b.to}`).join(", ")}`
              : `any from ${book.audience.youngest} to ${book.audience.oldest}`,
          ],
          ["Countries", book.audience.countries.map((c) => c.words).join(", ")],
          ["Terms", book.audience.terms.map((t) => t.words.toLowerCase()).join(", ")],
        ]}
      />
      <Lines
        title="Names and links"
        lines={[
          ["Longest name", `${count(book.nameLimit)} characters`],
          ["Longest link", `${count(book.linkLimit)} characters`],
          ...book.linkMacros.map((m) => [m.code, `${m.words}, filled in when an ad is clicked`]),
        ]}
      />
      <Lines title="Regulated subjects" lines={book.subjects.map((s) => [s.words])} />
    </div>
  );
}

function Lines({ title, lines }: { title: string; lines: string[][] }) {
  return (
    <section>
      <h3>{title}</h3>
      <table>
        <tbody>
          {lines.map(([words, note]) => (
            <tr key={words}>
              <td>{words}</td>
              {note !== undefined && <td className="note">{note}</td>}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
