package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Picture;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.creative.CreativeMapper.Content;
import app.tidewrack.server.creative.CreativeMapper.Stored;
import app.tidewrack.server.creative.CreativeMapper.StoredPicture;
import app.tidewrack.server.creative.PictureReader.Taken;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A client's pictures and creatives. */
@Service
public class CreativeLibrary {
    /** Longest text that is kept at all; networks' own limits are far below and are findings, not refusals. */
    static final int LONGEST_TEXT = 5_000;

    private static final int LONGEST_FILE_NAME = 100;

    private final CreativeMapper mapper;
    private final PictureReader reader;
    private final PictureMender mender;

    CreativeLibrary(CreativeMapper mapper, PictureReader reader, PictureMender mender) {
        this.mapper = mapper;
        this.reader = reader;
        this.mender = mender;
    }

    /** @param columns columns of plans that use it */
    public record KeptCreative(Creative creative, int version, int columns) {}

    /** What a person typed. */
    public record Draft(
            String name,
            @Nullable String pictureSha,
            String body,
            String headline,
            String description,
            String callToAction,
            String link) {}

    public List<KeptCreative> all(String clientId) {
        Map<String, Picture> pictures =
                pictures(clientId).stream().collect(Collectors.toMap(Picture::sha256, Function.identity()));
        return mapper.all(clientId).stream().map(s -> read(s, pictures)).toList();
    }

    public Map<String, Creative> byId(String clientId) {
        return all(clientId).stream()
                .map(KeptCreative::creative)
                .collect(Collectors.toMap(Creative::id, Function.identity()));
    }

    /** @throws Refusal when the name is taken or a text is over {@link #LONGEST_TEXT} */
    public KeptCreative add(String clientId, Draft draft) {
        Stored stored = stored(clientId, Ids.fresh(), 1, draft);
        mapper.insert(clientId, stored);
        return one(clientId, stored.id());
    }

    /** @throws Conflict when it was changed meanwhile */
    public KeptCreative change(String clientId, String id, int version, Draft draft) {
        one(clientId, id);
        if (mapper.update(clientId, stored(clientId, id, version, draft)) == 0) {
            throw new Conflict("This creative was changed by someone else meanwhile. Load it again and repeat.");
        }
        return one(clientId, id);
    }

    /** @throws Refusal when columns still use it */
    public void remove(String clientId, String id) {
        KeptCreative kept = one(clientId, id);
        if (kept.columns() > 0) {
            throw new Refusal(
                    "creative",
                    "%s is used by %d columns.".formatted(kept.creative().name(), kept.columns()),
                    "Remove these columns first.");
        }
        mapper.delete(clientId, id);
    }

    public List<Picture> pictures(String clientId) {
        return mapper.pictures(clientId).stream()
                .map(p -> new Picture(p.sha256(), p.fileName(), p.format(), p.width(), p.height(), p.bytes()))
                .toList();
    }

    /** Takes a picture in; the same content twice is kept once. */
    public Picture addPicture(String clientId, @Nullable String fileName, byte[] content) {
        Taken taken = reader.take(cleaned(fileName), content);
        Picture p = taken.picture();
        mapper.insertPicture(
                clientId,
                new StoredPicture(p.sha256(), p.fileName(), p.format(), p.width(), p.height(), p.bytes()),
                content,
                taken.preview());
        return pictures(clientId).stream()
                .filter(kept -> kept.sha256().equals(p.sha256()))
                .findFirst()
                .orElseThrow();
    }

    /** Makes a new picture of one of the client's. */
    Picture mend(String clientId, String sha, Mend mend) {
        Picture picture = pictures(clientId).stream()
                .filter(p -> p.sha256().equals(sha))
                .findFirst()
                .orElseThrow(() -> new NotFound("picture", sha));
        byte[] mended = mender.mend(picture, content(clientId, sha), mend);
        String base = picture.fileName().replaceAll("\\.[A-Za-z0-9]+$", "");
        String shape = mend.shape().isEmpty() ? "" : ", " + mend.shape().replace(':', 'x');
        return addPicture(clientId, base + shape + (mend.format().equals("PNG") ? ".png" : ".jpg"), mended);
    }

    public byte[] content(String clientId, String sha) {
        return mapper.content(clientId, sha).map(Content::bytes).orElseThrow(() -> new NotFound("picture", sha));
    }

    /** The picture upright as a JPEG of at most 900 px a side. */
    public byte[] preview(String clientId, String sha) {
        return mapper.preview(clientId, sha).map(Content::bytes).orElseThrow(() -> new NotFound("picture", sha));
    }

    private static String cleaned(@Nullable String fileName) {
        String base = fileName == null
                ? ""
                : fileName.substring(Math.max(fileName.lastIndexOf('/'), fileName.lastIndexOf('\\')) + 1);
        String clean = base.replaceAll("\\p{Cntrl}", "").strip();
        if (clean.isEmpty()) {
            return "picture";
        }
        return clean.length() <= LONGEST_FILE_NAME ? clean : clean.substring(clean.length() - LONGEST_FILE_NAME);
    }

    private Stored stored(String clientId, String id, int version, Draft draft) {
        String name = CampaignFacts.checkedName(draft.name());
        List<Stored> all = mapper.all(clientId);
        if (all.stream().anyMatch(c -> c.name().equalsIgnoreCase(name) && !c.id().equals(id))) {
            throw new Refusal("name", "Another creative is called “%s”.".formatted(name), "Choose another name.");
        }
        requireShort("body", draft.body());
        requireShort("headline", draft.headline());
        requireShort("description", draft.description());
        requireShort("link", draft.link());
        return new Stored(
                id,
                name,
                draft.pictureSha(),
                draft.body(),
                draft.headline(),
                draft.description(),
                draft.callToAction(),
                draft.link().strip(),
                version,
                0);
    }

    private static void requireShort(String field, String text) {
        if (text.length() > LONGEST_TEXT) {
            throw new Refusal(
                    field,
                    "The %s has %,d characters; the most that is kept is %,d."
                            .formatted(field, text.length(), LONGEST_TEXT),
                    "Shorten it.");
        }
    }

    private KeptCreative one(String clientId, String id) {
        Stored stored = mapper.byId(clientId, id).orElseThrow(() -> new NotFound("creative", id));
        return read(
                stored, pictures(clientId).stream().collect(Collectors.toMap(Picture::sha256, Function.identity())));
    }

    private static KeptCreative read(Stored s, Map<String, Picture> pictures) {
        String sha = s.pictureSha();
        Creative creative = new Creative(
                s.id(),
                s.name(),
                sha == null ? null : pictures.get(sha),
                s.body(),
                s.headline(),
                s.description(),
                s.callToAction(),
                s.link());
        return new KeptCreative(creative, s.version(), s.columns());
    }
}
