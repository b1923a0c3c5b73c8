import { useQuery } from "@tanstack/react-query";
import { offerQuery } from "../desk/queries";
import { count, money } from "../look/format";

/** What a network offers and where its limits are, as its rulebook says. */
export function OneRulebook({ clientId, accountId }: { clientId: string; accountId: string }) {
  const offer = useQuery(offerQuery(clientId, accountId));
  if (offer.error) return <p className="fault">{offer.error.message}</p>;
  const book = offer.data?.rulebook;
  if (!book) return null;
  const formatWords = (code: string) => book.formats.find((f) => f.code === code)?.words ?? code;
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
      <section>
        <h3>Objectives</h3>
        <table>
          <tbody>
            {book.objectives.map((o) => (
              <tr key={o.code}>
                <td>{o.words}</td>
                <td className="note">{o.goals.map((g) => g.words.toLowerCase()).join(", ")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section>
        <h3>Placements</h3>
        <table>
          <tbody>
            {book.placements.map((p) => (
              <tr key={p.code}>
                <td>{p.words}</td>
                <td className="note">
                  {book.formats
                    .filter((f) => f.placements.includes(p.code))
                    .map((f) => formatWords(f.code).toLowerCase())
                    .join(", ")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section>
        <h3>Audiences</h3>
        <table>
          <tbody>
            <tr>
              <td>Ages</td>
              <td className="note">
                {book.audience.ageBands.length > 0
                  ? `only ${book.audience.ageBands.map((b) => `${b.from} to ${b.to}`).join(", ")}`
                  : `any from ${book.audience.youngest} to ${book.audience.oldest}`}
              </td>
            </tr>
            <tr>
              <td>Countries</td>
              <td className="note">{book.audience.countries.map((c) => c.words).join(", ")}</td>
            </tr>
            <tr>
              <td>Terms</td>
              <td className="note">{book.audience.terms.map((t) => t.words.toLowerCase()).join(", ")}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <h3>Names and links</h3>
        <table>
          <tbody>
            <tr>
              <td>Longest name</td>
              <td className="note">{count(book.nameLimit)} characters</td>
            </tr>
            <tr>
              <td>Longest link</td>
              <td className="note">{count(book.linkLimit)} characters</td>
            </tr>
            {book.linkMacros.map((m) => (
              <tr key={m.code}>
                <td className="mono">{m.code}</td>
                <td className="note">{m.words}, filled in when an ad is clicked</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section>
        <h3>Regulated subjects</h3>
        <table>
          <tbody>
            {book.subjects.map((s) => (
              <tr key={s.code}>
                <td>{s.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}
