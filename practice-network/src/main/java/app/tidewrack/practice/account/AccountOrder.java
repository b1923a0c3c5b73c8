package app.tidewrack.practice.account;

import app.tidewrack.practice.account.Account.Profile;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is sent to open an account or change it; an open account keeps its currency and zone. */
public record AccountOrder(
        String name,
        String currency,
        String zone,
        @Nullable String site,
        @Nullable List<Profile> profiles,
        @Nullable Long spendingLimitMinor) {}
