package org.jollyledger.web.busy;

import java.util.concurrent.ThreadFactory;

/** Threads that do not keep the application from ending. */
public final class Background {
    private Background() {}

    /** Makes threads of a name. */
    public static ThreadFactory named(String name) {
        return task -> {
            Thread thread = new Thread(task, name);
            thread.setDaemon(true);
            return thread;
        };
    }
}
