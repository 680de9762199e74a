using System.Collections.Concurrent;
using Microsoft.Extensions.Logging;

namespace Gambeta.Web.Tests;

/// <summary>Keeps what is logged as an error.</summary>
internal sealed class LogOfErrors : ILoggerProvider, ILogger
{
    public ConcurrentQueue<string> Lines { get; } = new();

    public ILogger CreateLogger(string categoryName) => this;

    public IDisposable? BeginScope<TState>(TState state)
        where TState : notnull => null;

    public bool IsEnabled(LogLevel logLevel) => logLevel >= LogLevel.Error;

    public void Log<TState>(
        LogLevel logLevel,
        EventId eventId,
        TState state,
        Exception? exception,
        Func<TState, Exception?, string> formatter
    )
    {
        if (IsEnabled(logLevel))
            Lines.Enqueue($"{formatter(state, exception)} {exception?.GetType().Name}: {exception?.Message}");
    }

    public void Dispose() { }
}

/// <summary>Keeps everything that is logged, with the category that says it.</summary>
internal sealed class LogOfEverything : ILoggerProvider
{
    public ConcurrentQueue<string> Lines { get; } = new();

    public ILogger CreateLogger(string categoryName) => new One(this, categoryName);

    public void Dispose() { }

    private sealed class One(LogOfEverything all, string category) : ILogger
    {
        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(
            LogLevel logLevel,
            EventId eventId,
            TState state,
            Exception? exception,
            Func<TState, Exception?, string> formatter
        ) => all.Lines.Enqueue($"{category} {formatter(state, exception)} {exception}");
    }
}
