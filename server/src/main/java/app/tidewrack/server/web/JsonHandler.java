package app.tidewrack.server.web;

import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.function.Function;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;
import org.jspecify.annotations.Nullable;
import org.postgresql.util.PGobject;
import tools.jackson.databind.ObjectWriter;

/** Keeps values of one type as {@code jsonb}. */
@RequiredArgsConstructor
final class JsonHandler<T> extends BaseTypeHandler<T> {
    private final ObjectWriter writer;
    private final Function<String, T> reader;

    @Override
    public void setNonNullParameter(PreparedStatement statement, int index, T value, JdbcType jdbcType)
            throws SQLException {
        PGobject column = new PGobject();
        column.setType("jsonb");
        column.setValue(writer.writeValueAsString(value));
        statement.setObject(index, column);
    }

    @Override
    public @Nullable T getNullableResult(ResultSet rows, String column) throws SQLException {
        return read(rows.getString(column));
    }

    @Override
    public @Nullable T getNullableResult(ResultSet rows, int column) throws SQLException {
        return read(rows.getString(column));
    }

    @Override
    public @Nullable T getNullableResult(CallableStatement call, int column) throws SQLException {
        return read(call.getString(column));
    }

    private @Nullable T read(@Nullable String content) {
        return content == null ? null : reader.apply(content);
    }
}
