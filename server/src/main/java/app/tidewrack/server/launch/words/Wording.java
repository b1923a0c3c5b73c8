package app.tidewrack.server.launch.words;

import app.tidewrack.core.audience.Term;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a client's items on a network are put into words with: names as they are today, each kind looked up when first needed. */
@Component
@RequiredArgsConstructor
public class Wording {
    private final Networks networks;
    private final SourceTerms sources;
    private final MediaLibrary media;
    private final FormLibrary forms;

    public ItemWords of(String clientId, String network) {
        Once<Map<String, Medium>> shelf = new Once<>(() -> media.byHash(clientId));
        Once<Map<String, LeadForm>> known = new Once<>(() -> forms.byId(clientId));
        Once<Function<String, String>> places = new Once<>(() -> networks.placeWords(network));
        Once<Function<Term, String>> terms = new Once<>(() -> sources.words(clientId, network));
        return new ItemWords(
                networks.rulebook(network),
                place -> places.get().apply(place),
                term -> terms.get().apply(term),
                sha -> shelf.get().get(sha),
                id -> {
                    LeadForm form = known.get().get(id);
                    return form == null ? id : form.name();
                });
    }

    /** Looked up once, when first asked for. */
    private static final class Once<T> implements Supplier<T> {
        private final Supplier<T> look;
        private @Nullable T found;

        Once(Supplier<T> look) {
            this.look = look;
        }

        @Override
        public T get() {
            T known = found;
            if (known == null) {
                known = look.get();
                found = known;
            }
            return known;
        }
    }
}
