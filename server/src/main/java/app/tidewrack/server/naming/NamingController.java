package app.tidewrack.server.naming;

import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.server.naming.NamingLibrary.Kept;
import app.tidewrack.server.naming.NamingLibrary.Versioned;
import jakarta.validation.Valid;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** A client's naming scheme and its versions. */
@RestController
@RequestMapping("/api/clients/{clientId}/naming")
@RequiredArgsConstructor
class NamingController {
    private final NamingLibrary library;

    /**
     * @param level the highest level that knows it
     * @param values all it can have, where that is a fixed list
     */
    record TokenView(Token token, String words, NameLevel level, boolean counts, List<String> values) {}

    /** @param history versions that were kept, newest first */
    record NamingView(
            int version,
            NamingScheme scheme,
            List<TokenView> tokens,
            List<String> separators,
            List<String> spaces,
            List<Kept> history) {}

    @GetMapping
    NamingView naming(@PathVariable String clientId) {
        return view(clientId, library.current(clientId));
    }

    private NamingView view(String clientId, Versioned current) {
        List<TokenView> tokens = Arrays.stream(Token.values())
                .map(t -> new TokenView(
                        t,
                        t.words(),
                        t.level(),
                        t.counts(),
                        t.codes().keySet().stream().sorted().toList()))
                .toList();
        return new NamingView(
                current.version(),
                current.scheme(),
                tokens,
                NamePattern.SEPARATORS,
                NamePattern.SPACES,
                library.history(clientId));
    }

    @GetMapping("/{version}")
    NamingScheme version(@PathVariable String clientId, @PathVariable int version) {
        return library.version(clientId, version);
    }

    /** @param version the one it was made from */
    record NamingBody(int version, NamingScheme scheme) {}

    @PutMapping
    NamingView keep(@PathVariable String clientId, @Valid @RequestBody NamingBody body, Principal person) {
        return view(clientId, library.keep(clientId, body.version(), body.scheme(), person.getName()));
    }
}
