using System.Diagnostics.Metrics;

namespace Plurimax.Web.Watch;

/// <summary>What the application counts beside what its libraries count of themselves.</summary>
public sealed class Tallies
{
    public const string MeterName = "Plurimax";
    private readonly Counter<long> _mails;
    private readonly Counter<long> _releases;
    private readonly Counter<long> _enquiries;
    private readonly Counter<long> _faults;

    public Tallies(IMeterFactory meters)
    {
        var meter = meters.Create(MeterName);
        _mails = meter.CreateCounter<long>("plurimax.mails", "{mail}", "Mails tried, by whether the server took them");
        _releases = meter.CreateCounter<long>("plurimax.releases", "{release}", "Releases of sites");
        _enquiries = meter.CreateCounter<long>("plurimax.enquiries", "{enquiry}", "Enquiries of visitors that were stored");
        _faults = meter.CreateCounter<long>("plurimax.faults", "{fault}", "Requests that broke");
    }

    public void Mail(bool taken) => _mails.Add(1, KeyValuePair.Create<string, object?>("taken", taken));

    public void Release() => _releases.Add(1);

    public void Enquiry() => _enquiries.Add(1);

    public void Fault() => _faults.Add(1);
}
