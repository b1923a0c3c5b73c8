package app.tidewrack.core.audience;

/** What a {@link Term} says of a person, of what they are reading, or of a tie they have. The code's meaning follows it. */
public enum TermKind {
    /** A topic of the network's interest tree; a branch stands for all below it. */
    INTEREST,
    /** What people are seen doing, such as {@code travels-often}. */
    HABIT,
    /** What people visit, by topic of the interest tree. */
    VISITS,
    /** What people buy, by topic of the interest tree. */
    BUYS,
    /** A language the network is used in, ISO 639. */
    LANGUAGE,
    JOB_FUNCTION,
    JOB_TITLE,
    SENIORITY,
    /** Where people work, by NAICS sector. */
    INDUSTRY,
    COMPANY_SIZE,
    DEGREE,
    /** Years of experience, as a band such as {@code 6-10}. */
    EXPERIENCE,
    DEVICE,
    SYSTEM,
    CONNECTION,
    /** Household income, as a fifth of the country's households. */
    INCOME,
    /** A tie to one of the account's profiles: {@code profile:1} follows it, {@code profile:2} is a friend of one who does. */
    TIE,
    /** A source audience by its id on the network. */
    SOURCE,
    /** A lookalike band: {@code source:country:from-to} in whole percent of that country, such as {@code S12:GB:1-2}. */
    LOOKALIKE,
    /** A word read or written. */
    KEYWORD,
    /** What the page at hand is about, by topic of the interest tree. */
    PAGE_TOPIC,
    /** A word on the page at hand. */
    PAGE_KEYWORD,
    /** What the network calls it, as a person typed it: nothing is looked up. */
    NAMED,
    /** One single question, by its id on the network. */
    QUESTION
}
