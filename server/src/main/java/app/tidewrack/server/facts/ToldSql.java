package app.tidewrack.server.facts;

/** Asks for all that is counted, whatever that is. */
public final class ToldSql {
    private ToldSql() {}

    /** How days came in, bit by bit. */
    public static String told() {
        return "select account_id, day::text as day, first_age, age, %s from fact_told where client_id = #{clientId}"
                .formatted(FactRow.COLUMNS);
    }

    /** What accounts brought, by day. */
    public static String byDay() {
        return """
                select a.account_id, f.day::text as day, %s
                from fact_day f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
                where f.client_id = #{clientId} and f.day >= #{from} group by 1, 2""".formatted(FactRow.SUMS);
    }

    /** What kinds of ads brought; fresh days by themselves. */
    public static String brought() {
        return """
                select a.account_id, c.objective, c.temperature, r.audience_id, p.creative_id, a.row_id,
                       case when f.day > #{fresh} then f.day::text end as day, %s
                from fact_day f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
                left join campaign c on c.client_id = a.client_id and c.id = a.campaign_id
                left join plan_row r on r.client_id = a.client_id and r.id = a.row_id
                left join plan_column p on p.client_id = a.client_id and p.id = a.column_id
                where f.client_id = #{clientId} and f.day >= #{from} group by 1, 2, 3, 4, 5, 6, 7""".formatted(FactRow.SUMS);
    }
}
