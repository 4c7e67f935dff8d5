package io.kinetarch.server.database;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.sql.Connection;
import java.sql.SQLException;
import org.jspecify.annotations.Nullable;

/**
 * The connections to the database. What brings chats forward has some of its own: where so many ask that they wait for a connection in
 * hundreds, chats that run would wait behind all of them, at each of their steps.
 */
public final class Connections extends HikariDataSource {
    private static final ScopedValue<Boolean> FOR_CHATS = ScopedValue.newInstance();

    /**
     * Their statements name the rows they want, few of tables that grow with every message. By PostgreSQL's own setting, which is that of
     * turning disks, it reads through such a table until it has some ten thousands of rows, anew for each message.
     */
    private static final String BY_INDEX = "set random_page_cost = 1.1";

    private final int ofChats;
    private @Nullable HikariDataSource chats;

    /**
     * None yet.
     *
     * @param ofChats how many those who bring chats forward have
     */
    Connections(int ofChats) {
        this.ofChats = ofChats;
    }

    /** Does work that chats wait for; it takes no part in what all others wait for. */
    public static void forChats(Runnable work) {
        ScopedValue.where(FOR_CHATS, true).run(work);
    }

    @Override
    public Connection getConnection() throws SQLException {
        return FOR_CHATS.isBound() ? chats().getConnection() : super.getConnection();
    }

    /** Made when it is first asked for: by then it is known how connections are made. */
    private synchronized HikariDataSource chats() throws SQLException {
        if (isClosed()) {
            throw new SQLException("The connections are closed.");
        }
        var made = chats;
        if (made == null) {
            var like = new HikariConfig();
            copyStateTo(like);
            like.setPoolName("chats");
            like.setMaximumPoolSize(ofChats);
            like.setMinimumIdle(ofChats);
            like.setConnectionInitSql(BY_INDEX);
            made = new HikariDataSource(like);
            chats = made;
        }
        return made;
    }

    @Override
    public synchronized void close() {
        super.close();
        if (chats != null) {
            chats.close();
        }
    }
}
