package app.tidewrack.core.audience;

import java.util.List;
import java.util.Optional;

/**
 * The two of several audiences that share the most people.
 *
 * @param one position of the first of them, counted from 0
 * @param other position of the second, over {@code one}
 * @param share people of both as a part of the smaller, over 0 and at most 1
 */
public record MostShared(int one, int other, double share, AudienceSize people) {

    /**
     * @param sizes of the audiences
     * @param shared row i holds what audience i shares with audiences 0 to i − 1; too few to be told count as none
     * @return nothing when no two share anyone; of equals the first
     */
    public static Optional<MostShared> of(List<AudienceSize> sizes, List<List<AudienceSize>> shared) {
        MostShared most = null;
        for (int i = 1; i < sizes.size(); i++) {
            for (int j = 0; j < i; j++) {
                AudienceSize both = shared.get(i).get(j);
                long smaller = Math.min(sizes.get(i).people(), sizes.get(j).people());
                double share = both.fewer() || smaller == 0 ? 0 : Math.min(1, (double) both.people() / smaller);
                if (share > 0 && (most == null || share > most.share())) {
                    most = new MostShared(j, i, share, both);
                }
            }
        }
        return Optional.ofNullable(most);
    }
}
