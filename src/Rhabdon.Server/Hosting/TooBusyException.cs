namespace Rhabdon.Server.Hosting;

/// <summary>More work of one kind is asked for than waits well; the request is answered 429.</summary>
public sealed class TooBusyException : Exception
{
    public TooBusyException()
        : base("Too much of this is asked for at once.") { }

    public TooBusyException(string message)
        : base(message) { }

    public TooBusyException(string message, Exception innerException)
        : base(message, innerException) { }
}
