package app.tidewrack.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.TransactionSystemException;

class ProblemsTest {
    /** States of SQL by ISO/IEC 9075 and PostgreSQL's appendix A: 08 connection, 53 resources, 57 intervention, 23 integrity. */
    static Stream<Arguments> faults() {
        return Stream.of(
                Arguments.of(
                        503,
                        new TransactionSystemException(
                                "JDBC rollback failed", new SQLException("Connection is closed"))),
                Arguments.of(
                        503,
                        new CannotCreateTransactionException("none", new SQLTransientConnectionException("timed out"))),
                Arguments.of(503, new DataAccessResourceFailureException("gone")),
                Arguments.of(503, new UncategorizedSQLException("a", "b", new SQLException("end", "57P01"))),
                Arguments.of(503, new UncategorizedSQLException("a", "b", new SQLException("full", "53100"))),
                Arguments.of(503, new UncategorizedSQLException("a", "b", new SQLException("lost", "08006"))),
                Arguments.of(500, new UncategorizedSQLException("a", "b", new SQLException("twice", "42601"))));
    }

    @ParameterizedTest
    @MethodSource("faults")
    void whatPassesIsToldApartFromWhatStays(int status, RuntimeException fault) {
        assertThat(Problems.ofDatabase(fault).getStatus()).isEqualTo(status);
    }
}
