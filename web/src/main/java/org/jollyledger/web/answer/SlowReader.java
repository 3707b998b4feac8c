package org.jollyledger.web.answer;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.ServletOutputStream;
import jakarta.servlet.WriteListener;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jollyledger.web.request.Pace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Sends an answer as fast as it is read, without a thread that waits. The server cuts off readers that read nothing for a while;
 * those that read too little are cut off here.
 */
final class SlowReader implements WriteListener {
    private static final int AT_ONCE = 32 << 10;
    private static final Logger LOG = LoggerFactory.getLogger(SlowReader.class);

    private final AsyncContext context;
    private final ServletOutputStream out;
    private final InputStream content;
    private final Pace pace;
    private final AtomicBoolean ended = new AtomicBoolean();
    private long left;
    private long sent;

    /**
     * @param length how much of the content goes out, in bytes
     * @param longest how long any reader may take, however little there is
     */
    SlowReader(AsyncContext context, ServletOutputStream out, InputStream content, long length, Duration longest) {
        this.context = context;
        this.out = out;
        this.content = content;
        this.left = length;
        pace = new Pace(longest);
    }

    @Override
    public void onWritePossible() throws IOException {
        byte[] some = new byte[(int) Math.min(AT_ONCE, Math.max(1, left))];
        while (out.isReady()) {
            if (left == 0) {
                end();
                return;
            }
            if (pace.isTooSlow(sent)) {
                throw new IOException("The answer is read too slowly.");
            }
            int read = content.read(some, 0, (int) Math.min(some.length, left));
            if (read < 0) {
                throw new IOException("The answer is shorter than it was.");
            }
            out.write(some, 0, read);
            left -= read;
            sent += read;
        }
    }

    @Override
    public void onError(Throwable failure) {
        LOG.debug("An answer was not read to its end", failure);
        end();
    }

    private void end() {
        if (ended.compareAndSet(false, true)) {
            try {
                content.close();
            } catch (IOException e) {
                LOG.warn("An answer that went out could not be cleared away", e);
            }
            context.complete();
        }
    }
}
