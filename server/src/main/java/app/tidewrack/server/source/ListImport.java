package app.tidewrack.server.source;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceLibrary.Source;
import app.tidewrack.server.source.SourceMapper.Unusable;
import java.io.BufferedWriter;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Takes a customer list: rows are hashed in passing, the hashes sent to the chosen accounts and forgotten. When the sender
 * stops, or anything is refused, no source is left.
 */
@Component
@RequiredArgsConstructor
public class ListImport {
    private final SourceLibrary library;
    private final SourceMapper mapper;
    private final Accounts accounts;
    private final Networks networks;

    @EventListener(ApplicationReadyEvent.class)
    void afterRestart() {
        mapper.stopAll();
    }

    /** As {@link #take}, written as it looks to be. */
    public Source takeAsGuessed(String clientId, String name, byte[] content, String country, List<String> accountIds)
            throws IOException {
        ListFormat format = ListFormat.guess(content, country).format();
        return take(clientId, name, format, country, accountIds, new ByteArrayInputStream(content));
    }

    Source take(
            String clientId,
            String name,
            ListFormat format,
            String country,
            List<String> accountIds,
            InputStream content)
            throws IOException {
        format.require();
        if (accountIds.isEmpty()) {
            throw new Refusal("accountIds", "The list is for no account.", "Choose one or more.");
        }
        List<Account> to =
                accountIds.stream().map(a -> accounts.account(clientId, a)).toList();
        String id = library.beginList(clientId, name);
        Path hashes = Files.createTempFile("tidewrack-hashes", "");
        try {
            ListReader reader = read(clientId, id, format, country, hashes, content);
            keep(clientId, id, "SENDING", reader);
            for (Account account : to) {
                // Removing the source stops what is still to be sent.
                library.byId(clientId, id);
                send(clientId, id, account, hashes);
            }
            keep(clientId, id, "READY", reader);
            return library.byId(clientId, id);
        } catch (IOException | RuntimeException stopped) {
            mapper.delete(clientId, id);
            throw stopped;
        } finally {
            Files.delete(hashes);
        }
    }

    private ListReader read(
            String clientId, String id, ListFormat format, String country, Path hashes, InputStream content)
            throws IOException {
        try (Writer writer = new BufferedWriter(Files.newBufferedWriter(hashes, StandardCharsets.US_ASCII), 1 << 16)) {
            ListReader reader = new ListReader(
                    format, country, writer, rows -> mapper.progress(clientId, id, "READING", rows, 0, Unusable.NONE));
            reader.read(content);
            return reader;
        }
    }

    private void keep(String clientId, String id, String state, ListReader reader) {
        mapper.progress(clientId, id, state, reader.rows(), reader.duplicates(), new Unusable(reader.unusable()));
    }

    private void send(String clientId, String id, Account account, Path hashes) {
        NetworkConnector connector = networks.connector(account.network());
        String externalId = library.create(clientId, id, account);
        library.told(clientId, id, account, connector.fillSource(account.externalId(), externalId, hashes));
    }
}
