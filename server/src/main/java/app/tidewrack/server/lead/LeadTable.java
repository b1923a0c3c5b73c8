package app.tidewrack.server.lead;

import app.tidewrack.server.lead.LeadMapper.Wanted;
import app.tidewrack.server.lead.Leads.Answer;
import app.tidewrack.server.lead.Leads.Lead;
import app.tidewrack.server.web.TextCell;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Component;

/**
 * Leads as CSV (RFC 4180) in UTF-8 with a byte order mark, one column for each question that any of them answers. A cell that would
 * start a formula in a spreadsheet is kept a text by an apostrophe before it.
 */
@Component
@RequiredArgsConstructor
class LeadTable {
    private static final int PAGE = 500;

    private final Leads leads;

    void write(String clientId, Wanted wanted, OutputStream out) throws IOException {
        Map<String, String> questions = new LinkedHashMap<>();
        each(clientId, wanted, l -> l.answers().forEach(a -> questions.putIfAbsent(a.key(), a.words())));
        BufferedWriter writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
        writer.write('\uFEFF');
        CSVPrinter printer = new CSVPrinter(writer, CSVFormat.RFC4180);
        List<String> head = new ArrayList<>(List.of("came at", "state", "form", "ad", "earlier leads", "note"));
        head.addAll(questions.values());
        head.add("chat");
        printer.printRecord(head.stream().map(TextCell::safe).toList());
        each(
                clientId,
                wanted,
                l -> printer.printRecord(
                        cells(l, questions).stream().map(TextCell::safe).toList()));
        printer.flush();
    }

    private interface Taker {
        void take(Lead lead) throws IOException;
    }

    private void each(String clientId, Wanted wanted, Taker taker) throws IOException {
        String after = null;
        List<Lead> page;
        do {
            page = leads.page(clientId, wanted, after, PAGE);
            for (Lead lead : page) {
                taker.take(lead);
                after = lead.id();
            }
        } while (page.size() == PAGE);
    }

    private static List<String> cells(Lead lead, Map<String, String> questions) {
        Map<String, String> answers =
                lead.answers().stream().collect(Collectors.toMap(Answer::key, Answer::answer, (a, b) -> a));
        List<String> cells = new ArrayList<>(List.of(
                lead.cameAt().toString(),
                lead.state().name().toLowerCase(Locale.ROOT),
                lead.form() == null ? "" : lead.form(),
                lead.ad() == null ? "" : lead.ad(),
                String.valueOf(lead.earlier()),
                lead.note()));
        questions.keySet().forEach(q -> cells.add(answers.getOrDefault(q, "")));
        cells.add(lead.lines().stream()
                .map(l -> (l.fromPerson() ? "person: " : "us: ") + l.text())
                .collect(Collectors.joining("\n")));
        return cells;
    }
}
