package org.jollyledger.web.answer;

import java.io.IOException;
import java.util.Optional;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.web.answer.Content.StandingFile;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.HttpOutputMessage;
import org.springframework.http.MediaType;
import org.springframework.http.converter.AbstractHttpMessageConverter;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.http.server.ServletServerHttpResponse;
import org.springframework.stereotype.Component;
import org.springframework.web.util.WebUtils;

/** Lets controllers return {@link Content}. */
@Component
class ContentConverter extends AbstractHttpMessageConverter<Content> {
    ContentConverter() {
        super(MediaType.ALL);
    }

    @Override
    protected boolean supports(Class<?> type) {
        return Content.class.isAssignableFrom(type);
    }

    @Override
    public boolean canRead(Class<?> type, @Nullable MediaType mediaType) {
        return false;
    }

    @Override
    protected Content readInternal(Class<? extends Content> type, HttpInputMessage message) {
        throw new HttpMessageNotReadableException("Content only goes out.", message);
    }

    @Override
    protected void writeInternal(Content content, HttpOutputMessage message) throws IOException {
        Answer answer = message instanceof ServletServerHttpResponse response
                ? WebUtils.getNativeResponse(response.getServletResponse(), Answer.class)
                : null;
        if (answer != null && content instanceof StandingFile file) {
            answer.isFile(file.path());
            return;
        }
        // An archive of everything may take longer than a page.
        try (Patience.Scope untimed = Patience.within(Optional::empty)) {
            content.writeTo(message.getBody());
        }
    }
}
